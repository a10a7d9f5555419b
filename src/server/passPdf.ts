/** A pass as a page to print: who, where, until when, under which conditions, and the code to check it by. */
import { PDFDocument, type PDFPage, rgb } from '@cantoo/pdf-lib';
import { encode } from 'uqr';
import { linesThat } from '../core/formats/pdfText';
import { isRightToLeft, type Language } from '../words/languages';
import { inTheseLetters, Pen, type Weight } from './pdfFonts';

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
const DASH = '–';
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
  const rightToLeft = isRightToLeft(text.language as Language);
  const pen = new Pen(doc, rightToLeft);
  const parts = text.sections.flatMap(({ heading, items }) => [heading, ...items]);
  await pen.bring([text.title, text.library, ...text.lines.flat(), ...parts, text.code, text.check, DASH]);
  let page = doc.addPage([PAGE.width, PAGE.height]);
  let y = PAGE.height - PAGE.margin;
  const room = (n: number): void => {
    if (y - n >= PAGE.margin) return;
    page = doc.addPage([PAGE.width, PAGE.height]);
    y = PAGE.height - PAGE.margin;
  };
  /** Where something of a width begins whose place is given for pages that are read to the right. */
  const left = (x: number, width: number): number => (rightToLeft ? PAGE.width - x - width : x);
  const draw = (line: string, x: number, weight: Weight, size: number, color = INK): void => {
    const width = pen.width(line, weight, size);
    pen.draw(page, line, { x: left(x, width), y: y - size }, { weight, size, color });
  };
  const write = (body: string, weight: Weight, size: number, x: number, width: number, color = INK): void => {
    for (const line of linesThat(inTheseLetters(body), (t) => pen.width(t, weight, size) <= width)) {
      room(size);
      draw(line, x, weight, size, color);
      y -= size * 1.4;
    }
  };
  square(page, text.address, left(PAGE.width - PAGE.margin - SQUARE, SQUARE), y, SQUARE);
  pen.draw(
    page,
    text.code,
    { x: left(PAGE.width - PAGE.margin - SQUARE + 8, SQUARE - 8), y: y - SQUARE - 12 },
    { weight: 700, size: 12, color: INK },
  );
  const beside = WIDTH - SQUARE - 20;
  write(text.library, 400, BODY, PAGE.margin, beside, QUIET);
  y -= 4;
  write(text.title, 400, 22, PAGE.margin, beside);
  y -= 12;
  for (const [label, value] of text.lines) {
    const top = y;
    write(label, 400, BODY, PAGE.margin, LABEL_WIDTH - 8, QUIET);
    const below = y;
    y = top;
    write(value, 700, BODY, PAGE.margin + LABEL_WIDTH, beside - LABEL_WIDTH);
    y = Math.min(y, below) - 3;
  }
  y = Math.min(y, PAGE.height - PAGE.margin - SQUARE - 28);
  for (const { heading, items } of text.sections) {
    y -= LEAD;
    room(3 * LEAD);
    write(heading, 700, BODY, PAGE.margin, WIDTH);
    for (const item of items) {
      room(BODY);
      draw(DASH, PAGE.margin, 400, BODY);
      write(item, 400, BODY, PAGE.margin + 14, WIDTH - 14);
    }
  }
  y -= LEAD;
  write(text.check, 400, 9, PAGE.margin, WIDTH, QUIET);
  return doc.save();
}
