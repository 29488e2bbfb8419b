// The mat with its sheet, drawn to scale. As the job runs only the line that is worked and the head are touched: nothing is rendered anew.

import { useEffect, useImperativeHandle, useRef, type Ref } from "react";
import type { Job } from "../../api/client";
import { until } from "./until";

export interface MatHandle {
  /** Shows the job so many seconds from its start. */
  show: (t: number) => void;
}

export function Mat(props: {
  ref: Ref<MatHandle>;
  job: Job;
  width: number;
  height: number;
  /** True when it is finished: then the pieces are shown. */
  done: boolean;
}) {
  const { ref, job, width, height, done } = props;
  const [wide = 1, tall = 1] = job.mat_mm;
  const [sheetWide = 0, sheetTall = 0] = job.sheet_mm;
  const [left = 0, bottom = 0] = job.at_mm;
  // What leaves the mat is seen too.
  const [right, top] = [Math.max(wide, left + sheetWide), Math.max(tall, bottom + sheetTall)];
  const scale = Math.min((width - 24) / right, (height - 24) / top);
  const aside = (width - right * scale) / 2;
  const x = (mm: number) => aside + mm * scale;
  const y = (mm: number) => 12 + (top - mm) * scale;
  const path = (points: number[][]) =>
    points.map(([px = 0, py = 0], n) => `${n ? "L" : "M"}${x(px).toFixed(2)} ${y(py).toFixed(2)}`).join("");
  const lines = useRef<(SVGPathElement | null)[]>([]);
  const worked = useRef<SVGPathElement>(null);
  const head = useRef<SVGGElement>(null);
  const at = useRef(0);
  const now = useRef(0);
  const show = (t: number) => {
    now.current = t;
    const { strokes } = job;
    const mark = (n: number) =>
      lines.current[n]?.setAttribute("data-state", (strokes[n]?.to ?? 0) <= t ? "done" : "open");
    if ((strokes[at.current]?.from ?? 0) > t) at.current = 0;
    // Backwards everything is looked at again; forwards only what has been passed since.
    if (at.current === 0) strokes.forEach((_, n) => mark(n));
    while (at.current < strokes.length && (strokes[at.current]?.to ?? 0) <= t) mark(at.current++);
    const stroke = strokes[at.current];
    const part = stroke && t >= stroke.from ? until(stroke, t) : [];
    worked.current?.setAttribute("d", part.length > 1 ? path(part) : "");
    worked.current?.setAttribute("data-tool", stroke?.tool ?? "");
    const place = part.at(-1) ?? strokes[Math.max(0, at.current - 1)]?.points_mm.at(-1) ?? [0, 0];
    head.current?.setAttribute("transform", `translate(${x(place[0] ?? 0)} ${y(place[1] ?? 0)})`);
  };
  useImperativeHandle(ref, () => ({ show }));
  // Drawn at another size it shows the same.
  useEffect(() => {
    at.current = 0;
    show(now.current);
  });
  const margin = job.margin_mm;
  return (
    <svg className="mat" width={width} height={height} role="img" aria-label="The mat with the sheet on it">
      <rect className="mat-ground" x={x(0)} y={y(tall)} width={wide * scale} height={tall * scale} />
      {margin > 0 && (
        <path
          className="mat-margin"
          fillRule="evenodd"
          d={`M${x(0)} ${y(0)}H${x(wide)}V${y(tall)}H${x(0)}ZM${x(margin)} ${y(margin)}H${x(wide - margin)}V${y(tall - margin)}H${x(margin)}Z`}
        />
      )}
      <rect
        className="mat-sheet"
        x={x(left)}
        y={y(bottom + sheetTall)}
        width={sheetWide * scale}
        height={sheetTall * scale}
      />
      {done &&
        job.pieces?.map((piece, n) => (
          <path
            key={n}
            className={piece.is_folded ? "mat-piece is-folded" : "mat-piece"}
            fillRule="evenodd"
            d={piece.rings_mm.map((ring) => `${path(ring)}Z`).join("")}
          />
        ))}
      {job.strokes.map((stroke, n) => (
        <path
          key={n}
          ref={(element) => {
            lines.current[n] = element;
          }}
          className="mat-line"
          data-tool={stroke.tool}
          data-state="open"
          d={path(stroke.points_mm)}
        />
      ))}
      <path ref={worked} className="mat-line is-worked" d="" />
      {job.faults.map(({ title, at_mm: [fx = 0, fy = 0] }) => (
        <circle key={title} className="mat-fault" cx={x(fx)} cy={y(fy)} r={9}>
          <title>{title}</title>
        </circle>
      ))}
      <g ref={head} className="mat-head" aria-hidden="true">
        <circle r={5} />
        <path d="M0 -11V-5M0 5V11M-11 0H-5M5 0H11" />
      </g>
    </svg>
  );
}
