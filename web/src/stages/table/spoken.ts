// A step as it is said: fractions in words, signs by their names.

import type { Step } from "../../api/client";

const NAMES: Record<string, string> = {
  "½": "a half",
  "¼": "a quarter",
  "¾": "three quarters",
  "⅛": "an eighth",
  "⅜": "three eighths",
  "⅝": "five eighths",
  "⅞": "seven eighths",
};

const PARTS: Record<string, string> = { 16: "sixteenth", 32: "thirty-second", 64: "sixty-fourth" };

/** `5¾` as `5 and three quarters`, `3 1⁄16` as `3 and 1 sixteenth`, `12 × 8½` as `12 by 8 and a half`. */
export function spoken(text: string): string {
  return text
    .replace(/(\d*)[\u00a0 ]?(\d+)⁄(\d+)/g, (_, whole: string, top: string, under: string) => {
      const part = PARTS[under] ?? `over ${under}`;
      const said = PARTS[under] ? `${top} ${part}${top === "1" ? "" : "s"}` : `${top} ${part}`;
      return whole ? `${whole} and ${said}` : said;
    })
    .replace(/(\d*)([½¼¾⅛⅜⅝⅞])/g, (_, whole: string, sign: string) =>
      whole ? `${whole} and ${NAMES[sign]}` : (NAMES[sign] ?? sign),
    )
    .replaceAll("×", "by")
    .replaceAll("°", " degrees")
    .replaceAll("≈", "about ");
}

export const spokenStep = (step: Pick<Step, "title" | "says" | "check" | "caution">) =>
  [step.title, ...step.says, `Check: ${step.check}`, ...(step.caution ? [`Take care. ${step.caution}`] : [])]
    .map(spoken)
    .join(". ");
