// A guide drawn from its measurements: ledge below, score edge on the right, its marks on the left of that.

import { staggered } from "../../sheet/staggered";
import { FigureInSvg } from "../../words/Figure";

/** Its measurements in millimetres, and the figures of its marks. */
export interface Measured {
  gusset: string;
  gusset_mm: number;
  flap_mm: number;
  widths_mm: number[];
  reach_mm: number;
  widths: string[];
}

const RIM = 8;
const FIGURE = 17;

export function GuideDrawing(props: { guide: Measured; width: number; height: number }) {
  const { guide, width, height } = props;
  const widest = Math.max(guide.gusset_mm, ...guide.widths_mm);
  const scale = Math.min((width - RIM * 4) / widest, (height - RIM * 2 - FIGURE * 2.4) / guide.reach_mm);
  const edge = RIM * 2 + widest * scale;
  const ledge = height - FIGURE * 2.4;
  const x = (mm: number) => edge - mm * scale;
  const y = (mm: number) => ledge - mm * scale;
  const faces = guide.widths_mm.map((mm, index) => ({
    mm,
    text: guide.widths[index] ?? "",
    isGusset: false,
  }));
  const marks = [...faces, { mm: guide.gusset_mm, text: guide.gusset, isGusset: true }];
  marks.sort((one, other) => other.mm - one.mm);
  const levels = staggered(
    marks.map(({ mm, text }) => ({ x: x(mm), text })),
    FIGURE / 18,
  );
  return (
    <svg
      className="guide-drawing"
      viewBox={`0 0 ${width} ${height}`}
      width={width}
      height={height}
      aria-hidden="true"
    >
      <path
        className="plate"
        d={`M ${x(widest) - RIM} ${ledge} V ${y(guide.flap_mm)} H ${edge} V ${y(guide.reach_mm)} H ${edge + RIM} V ${ledge} Z`}
      />
      <path className="ledge" d={`M ${x(widest) - RIM} ${ledge} H ${edge + RIM}`} />
      <path
        className="score-edge"
        d={`M ${edge} ${y(0)} V ${y(guide.reach_mm)} M ${edge} ${y(guide.flap_mm)} H ${x(widest)}`}
      />
      {marks.map(({ mm, text, isGusset }, index) => (
        <g key={`${mm} ${isGusset}`}>
          <path
            className={isGusset ? "mark is-gusset" : "mark"}
            d={`M ${x(mm)} ${ledge} V ${y(guide.flap_mm * (isGusset ? 0.95 : 0.55))}`}
          />
          <FigureInSvg
            text={text}
            x={x(mm)}
            y={ledge + FIGURE * (1.05 + 1.05 * (levels[index] ?? 0))}
            size={FIGURE}
            className="mark-figure"
          />
        </g>
      ))}
    </svg>
  );
}
