// The first page that came out, with a ruler laid along its check square: a tick each eighth of an inch, or each five millimetres.

import type { Printed } from "../../api/client";

export function FirstPage({ printed }: { printed: Printed }) {
  const [page] = printed.pages;
  if (!page) return null;
  const [x = 0, y = 0, side = 0] = printed.square_mm;
  const metric = printed.unit === "mm";
  const [tick, every, count] = metric ? [5, 2, 12] : [25.4 / 8, 8, 18];
  const ticks = Array.from({ length: count + 1 }, (_, n) => n);
  return (
    <figure className="printer-first">
      <svg viewBox={`0 0 ${page.width_mm} ${page.height_mm}`} role="img" aria-label="The first page">
        <image href={page.href} width={page.width_mm} height={page.height_mm} />
        <g className="printer-ruler" transform={`translate(${x} ${y + side})`}>
          <rect x={-1.5} y={0} width={tick * count + 3} height={8} />
          <path d={ticks.map((n) => `M${n * tick} 0V${n % every === 0 ? 4.5 : 2.5}`).join("")} />
          <path className="printer-end" d={`M${side} -3V8`} />
        </g>
      </svg>
      <figcaption>A ruler at the square: it should end at {printed.should}.</figcaption>
    </figure>
  );
}
