/**
 * A made PDF of an item: what a publisher or a scan desk would deliver, with sample text instead of the work.
 */

import { PDFDocument, type PDFFont, rgb, StandardFonts } from '@cantoo/pdf-lib';
import { inLatin1, linesThat } from '../core/formats/pdfText';
import type { TextSection } from './fullText';

export interface PdfText {
  readonly title: string;
  readonly people: string;
  readonly source: string;
  readonly abstract: string;
  readonly sections: readonly TextSection[];
  /** A line at the foot of every page: who delivered it, under which terms. */
  readonly foot: string;
  /** A first page of its own: what was supplied, by whom, under which terms, until when. */
  readonly cover?: {
    readonly heading: string;
    readonly lines: readonly (readonly [label: string, value: string])[];
    readonly statement: string;
  };
  /** Asked for when it is opened. */
  readonly password?: string;
}
/** Size of the line at the foot, and how many lines it may take. */
const [FOOT, FOOT_LINES] = [8, 3];
const PAGE = { width: 595, height: 842, margin: 72 } as const;

export async function makePdf(text: PdfText): Promise<Uint8Array> {
  const doc = await PDFDocument.create();
  doc.setTitle(text.title);
  doc.setAuthor(text.people);
  doc.setProducer('Legendum stand-in');
  const [serif, italic] = [
    await doc.embedFont(StandardFonts.TimesRoman),
    await doc.embedFont(StandardFonts.TimesRomanItalic),
  ];
  let page = doc.addPage([PAGE.width, PAGE.height]);
  let y = PAGE.height - PAGE.margin;
  let pages = 1;
  const width = PAGE.width - 2 * PAGE.margin;
  const linesOf = (body: string, size: number, font: PDFFont): readonly string[] =>
    linesThat(inLatin1(body), (t) => font.widthOfTextAtSize(t, size) <= width);
  const foot = (): void =>
    linesOf(`${text.foot}   ${pages}`, FOOT, italic)
      .slice(0, FOOT_LINES)
      .forEach((line, i) => {
        page.drawText(line, {
          x: PAGE.margin,
          y: 48 - i * FOOT * 1.3,
          size: FOOT,
          font: italic,
          color: rgb(0.35, 0.42, 0.45),
        });
      });
  const write = (body: string, size: number, font = serif): void => {
    for (const line of linesOf(body, size, font)) {
      if (y < PAGE.margin + 10) {
        foot();
        page = doc.addPage([PAGE.width, PAGE.height]);
        pages++;
        y = PAGE.height - PAGE.margin;
      }
      page.drawText(line, { x: PAGE.margin, y, size, font, color: rgb(0.08, 0.13, 0.17) });
      y -= size * 1.4;
    }
    y -= size * 0.6;
  };
  if (text.cover) {
    write(text.cover.heading, 18);
    for (const [label, value] of text.cover.lines) if (value) write(`${label}: ${value}`, 12);
    write('Terms', 14);
    write(text.cover.statement, 11);
    foot();
    page = doc.addPage([PAGE.width, PAGE.height]);
    pages++;
    y = PAGE.height - PAGE.margin;
  }
  write(text.source, 10, italic);
  write(text.title, 20);
  write(text.people, 12, italic);
  write(text.abstract || 'No abstract.', 12);
  write('This document was made for the demo: everything in it is invented.', 11, italic);
  for (const { heading, paragraphs } of text.sections) {
    write(heading, 14);
    for (const p of paragraphs) write(p, 11);
  }
  foot();
  if (text.password)
    doc.encrypt({
      userPassword: text.password,
      ownerPassword: `${text.password}-owner`,
      permissions: { printing: 'highResolution' },
    });
  return doc.save();
}
