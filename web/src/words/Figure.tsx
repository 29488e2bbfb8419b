// Figures as they stand on a ruler: a fraction is set one figure over the other, never as a decimal.

import { Fragment } from "react";

const SINGLE: Record<string, [string, string]> = {
  "½": ["1", "2"],
  "¼": ["1", "4"],
  "¾": ["3", "4"],
  "⅛": ["1", "8"],
  "⅜": ["3", "8"],
  "⅝": ["5", "8"],
  "⅞": ["7", "8"],
};

const FRACTION = /(\u00a0?\d+⁄\d+|[½¼¾⅛⅜⅝⅞])/;

function parts(text: string): (string | [string, string])[] {
  return text.split(FRACTION).map((part) => {
    const single = SINGLE[part];
    if (single) return single;
    const [top, bottom] = part.trim().split("⁄");
    return top && bottom ? [top, bottom] : part;
  });
}

/** The whole number that stands before a fraction. */
function wholeBefore(pieces: (string | [string, string])[], fraction: number): string {
  const before = pieces[fraction - 1];
  return fraction < pieces.length && typeof before === "string" ? (/\d*$/.exec(before)?.[0] ?? "") : "";
}

/** Any text with its fractions set properly; read aloud as it is written. */
export function Figure({ text }: { text: string }) {
  const pieces = parts(text);
  if (pieces.every((piece) => typeof piece === "string")) return <>{text}</>;
  return (
    <>
      <span className="visually-hidden">{text}</span>
      <span aria-hidden="true">
        {pieces.map((piece, index) => {
          if (typeof piece !== "string") {
            // A whole number and its fraction stay on one line.
            return (
              <span className="mixed" key={index}>
                {wholeBefore(pieces, index)}
                <span className="frac">
                  <span>{piece[0]}</span>
                  <span>{piece[1]}</span>
                </span>
              </span>
            );
          }
          const whole = typeof pieces[index + 1] === "string" ? "" : wholeBefore(pieces, index + 1);
          return <Fragment key={index}>{piece.slice(0, piece.length - whole.length)}</Fragment>;
        })}
      </span>
    </>
  );
}

/** Rough width of plain text in ems: spaces are narrower than figures. */
const widthOf = (text: string) => [...text].reduce((sum, sign) => sum + (sign === " " ? 0.26 : 0.52), 0);

/** The same inside a drawing, centred on x, its baseline on y. */
export function FigureInSvg(props: { text: string; x: number; y: number; size: number; className?: string }) {
  const { text, x, y, size, className } = props;
  const small = size * 0.62;
  const pieces = parts(text).filter((piece) => piece !== "");
  const widths = pieces.map((piece) =>
    typeof piece === "string"
      ? widthOf(piece) * size
      : Math.max(piece[0].length, piece[1].length) * small * 0.6,
  );
  const before = widths.map((_, index) => widths.slice(0, index).reduce((sum, width) => sum + width, 0));
  const left = x - widths.reduce((sum, width) => sum + width, 0) / 2;
  return (
    <g className={className} aria-hidden="true">
      {pieces.map((piece, index) => {
        const width = widths[index] ?? 0;
        const middle = left + (before[index] ?? 0) + width / 2;
        if (typeof piece === "string") {
          return (
            <text key={index} x={middle} y={y} fontSize={size} textAnchor="middle">
              {piece}
            </text>
          );
        }
        return (
          <g key={index}>
            <text x={middle} y={y - size * 0.4} fontSize={small} textAnchor="middle">
              {piece[0]}
            </text>
            <line
              className="frac-bar"
              x1={middle - width * 0.5}
              x2={middle + width * 0.5}
              y1={y - size * 0.32}
              y2={y - size * 0.32}
            />
            <text x={middle} y={y + size * 0.17} fontSize={small} textAnchor="middle">
              {piece[1]}
            </text>
          </g>
        );
      })}
    </g>
  );
}
