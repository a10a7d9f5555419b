/** A pass as a page to print: who, where, until when, under which conditions, and the code to check it by. */
import { PDFDocument, type PDFFont, type PDFPage, rgb, StandardFonts } from '@cantoo/pdf-lib';
import { encode } from 'uqr';
import { inLatin1, linesThat } from '../core/formats/pdfText';

export interface PassText {
  readonly language: string;
  readonly title: string;
  /** Who gives it. */
  readonly library: string;
  readonly lines: readonly (readonly [label: string, value: string])[];
  readonly sections: readonly { readonly heading: string; readonly items: readonly string[] }[];
  /** What the square leads to, the few letters of it, and what to do with them. */
  readonly address: string;
  readonly code: string;
  readonly check: string;
}
const PAGE = { width: 595, height: 842, margin: 64 } as const;
const WIDTH = PAGE.width - 2 * PAGE.margin;
const SQUARE = 132;
const [LABEL_WIDTH, BODY, LEAD] = [110, 10.5, 15];
const [INK, QUIET] = [rgb(0.07, 0.13, 0.17), rgb(0.35, 0.42, 0.45)];

/** A code of squares (ISO/IEC 18004) with its quiet zone, its upper left corner at a place. */
function square(page: PDFPage, text: string, x: number, top: number, size: number): void {
  const { data } = encode(text, { ecc: 'M', border: 2 });
  const module = size / data.length;
  data.forEach((row, i) => {
    row.forEach((dark, j) => {
      if (dark)
        page.drawRectangle({
          x: x + j * module,
          y: top - (i + 1) * module,
          // A hair wider, so that no light shows between neighbours.
          width: module + 0.1,
          height: module + 0.1,
          color: rgb(0, 0, 0),
        });
    });
  });
}

export async function passPdf(text: PassText): Promise<Uint8Array> {
  const doc = await PDFDocument.create();
  doc.setTitle(text.title, { showInWindowTitleBar: true });
  doc.setLanguage(text.language);
  doc.setProducer('Legendum');
  const [serif, sans, bold] = [
    await doc.embedFont(StandardFonts.TimesRoman),
    await doc.embedFont(StandardFonts.Helvetica),
    await doc.embedFont(StandardFonts.HelveticaBold),
  ];
  let page = doc.addPage([PAGE.width, PAGE.height]);
  let y = PAGE.height - PAGE.margin;
  const room = (n: number): void => {
    if (y - n >= PAGE.margin) return;
    page = doc.addPage([PAGE.width, PAGE.height]);
    y = PAGE.height - PAGE.margin;
  };
  const write = (body: string, font: PDFFont, size: number, x: number, width: number, color = INK): void => {
    for (const line of linesThat(body, (t) => font.widthOfTextAtSize(t, size) <= width)) {
      room(size);
      page.drawText(line, { x, y: y - size, size, font, color });
      y -= size * 1.4;
    }
  };
  square(page, text.address, PAGE.width - PAGE.margin - SQUARE, y, SQUARE);
  page.drawText(inLatin1(text.code), {
    x: PAGE.width - PAGE.margin - SQUARE + 8,
    y: y - SQUARE - 12,
    size: 12,
    font: bold,
    color: INK,
  });
  const beside = WIDTH - SQUARE - 20;
  write(text.library, sans, BODY, PAGE.margin, beside, QUIET);
  y -= 4;
  write(text.title, serif, 24, PAGE.margin, beside);
  y -= 12;
  for (const [label, value] of text.lines) {
    const top = y;
    write(label, sans, BODY, PAGE.margin, LABEL_WIDTH - 8, QUIET);
    const below = y;
    y = top;
    write(value, bold, BODY, PAGE.margin + LABEL_WIDTH, beside - LABEL_WIDTH);
    y = Math.min(y, below) - 3;
  }
  y = Math.min(y, PAGE.height - PAGE.margin - SQUARE - 28);
  for (const { heading, items } of text.sections) {
    y -= LEAD;
    room(3 * LEAD);
    write(heading, bold, BODY, PAGE.margin, WIDTH);
    for (const item of items) {
      room(BODY);
      page.drawText('–', { x: PAGE.margin, y: y - BODY, size: BODY, font: sans, color: INK });
      write(item, sans, BODY, PAGE.margin + 14, WIDTH - 14);
    }
  }
  y -= LEAD;
  write(text.check, sans, 9, PAGE.margin, WIDTH, QUIET);
  return doc.save();
}
