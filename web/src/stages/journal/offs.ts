// By how much a made bag is off, in the marks of the ruler it was measured with.

/** The rulers people have, each with what one of its marks is: so many 64ths of an inch, or half millimetres. */
export const RULERS = {
  in: [
    { id: "1/16", name: "1⁄16 in", mark: 4 },
    { id: "1/32", name: "1⁄32 in", mark: 2 },
    { id: "1/64", name: "1⁄64 in", mark: 1 },
  ],
  mm: [
    { id: "1", name: "1 mm", mark: 2 },
    { id: "1/2", name: "½ mm", mark: 1 },
  ],
} as const;

export type Unit = keyof typeof RULERS;

/** A whole that the marks of a unit are parts of: 64ths of an inch, halves of a millimetre. */
const PARTS = { in: 64, mm: 2 } as const;

/** `+3/64`: so many marks more or less, as it is sent. */
export function sent(marks: number, unit: Unit): string {
  const sign = marks < 0 ? "-" : "+";
  return `${sign}${fraction(Math.abs(marks), unit, "/")}`;
}

/** `+3⁄64`, `−⅛`; `as planned` for nothing. */
export function said(marks: number, unit: Unit): string {
  if (marks === 0) return "as planned";
  return `${marks < 0 ? "−" : "+"}${fraction(Math.abs(marks), unit, "⁄")}`;
}

/** How many marks something that was sent is off; nothing for a measure that was typed. */
export function marksOf(text: string | null | undefined, unit: Unit): number | null {
  const found = /^([+-])(?:(\d+) )?(\d+)(?:\/(\d+))?$/.exec(text ?? "");
  if (!found) return null;
  const [, sign, whole, over, under] = found;
  const parts = PARTS[unit];
  const marks =
    under === undefined
      ? Number(over) * parts
      : Number(whole ?? 0) * parts + (Number(over) * parts) / Number(under);
  return Number.isInteger(marks) ? (sign === "-" ? -marks : marks) : null;
}

function fraction(marks: number, unit: Unit, bar: string): string {
  const parts = PARTS[unit];
  const [whole, rest] = [Math.floor(marks / parts), marks % parts];
  if (rest === 0) return String(whole);
  let [over, under] = [rest, parts as number];
  while (over % 2 === 0) [over, under] = [over / 2, under / 2];
  const part = `${over}${bar}${under}`;
  return whole === 0 ? part : `${whole} ${part}`;
}
