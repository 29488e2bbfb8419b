// What made bags are off, drawn: planned size along the bottom, how far off up the side, the median and where it lies as a band.

import { useState } from "react";
import {
  CartesianGrid,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  ScatterChart,
  XAxis,
  YAxis,
} from "recharts";
import { Button } from "react-bootstrap";
import type { HandRule, Drift } from "../../api/client";
import { Icon } from "../../drawings/Icon";
import { Figure } from "../../words/Figure";

export default function Plots(props: {
  drifts: Drift[];
  enough: string;
  /** Takes a hand rule into new plans. */
  onTake: (hand_rule: HandRule) => void;
}) {
  const { drifts, enough, onTake } = props;
  const groups = [...new Set(drifts.map((drift) => drift.of ?? ""))];
  const [of, setOf] = useState("");
  const shown = drifts.filter((drift) => (drift.of ?? "") === (groups.includes(of) ? of : ""));
  return (
    <>
      <p>
        <label>
          Of{" "}
          <select
            aria-label="Bags that are looked at"
            value={of}
            onChange={(event) => setOf(event.target.value)}
          >
            {groups.map((group) => (
              <option key={group} value={group}>
                {group === "" ? "all bags" : group}
              </option>
            ))}
          </select>
        </label>
      </p>
      <div className="plots">
        {shown.map((drift) => (
          <Plot key={drift.what} drift={drift} onTake={onTake} />
        ))}
      </div>
      <p className="plots-enough">{enough}</p>
    </>
  );
}

function Plot({ drift, onTake }: { drift: Drift; onTake: (hand_rule: HandRule) => void }) {
  const figures = (marks: Drift["off_marks"]) => (mm: number) =>
    marks.find((mark) => Math.abs(mark.mm - mm) < 1e-6)?.figure ?? "";
  const ticks = (marks: Drift["off_marks"]) => marks.map((mark) => mark.mm);
  const ends = (marks: Drift["off_marks"]) => [marks[0]?.mm ?? 0, marks.at(-1)?.mm ?? 1];
  return (
    <figure className={drift.is_sure ? "plot is-sure" : "plot"}>
      <div aria-hidden="true" className="plot-drawing">
        <ResponsiveContainer width="100%" height={240}>
          <ScatterChart accessibilityLayer={false} margin={{ top: 10, right: 16, bottom: 6, left: 0 }}>
            <CartesianGrid stroke="var(--line)" strokeDasharray="2 4" />
            <XAxis
              type="number"
              dataKey="planned_mm"
              domain={ends(drift.planned_marks)}
              ticks={ticks(drift.planned_marks)}
              tickFormatter={figures(drift.planned_marks)}
              stroke="var(--ink)"
              interval={0}
            />
            <YAxis
              type="number"
              dataKey="off_mm"
              width={52}
              domain={ends(drift.off_marks)}
              ticks={ticks(drift.off_marks)}
              tickFormatter={figures(drift.off_marks)}
              stroke="var(--ink)"
              interval={0}
            />
            {drift.within_mm && (
              <ReferenceArea
                y1={drift.within_mm[0]}
                y2={drift.within_mm[1]}
                fill="var(--slate)"
                fillOpacity={0.16}
                ifOverflow="hidden"
              />
            )}
            <ReferenceLine y={0} stroke="var(--ink)" />
            <ReferenceLine y={drift.median_mm} stroke="var(--slate)" strokeWidth={2} strokeDasharray="8 4" />
            <Scatter data={drift.points} fill="var(--clay)" shape="cross" isAnimationActive={false} />
          </ScatterChart>
        </ResponsiveContainer>
      </div>
      <figcaption>
        <strong>
          {drift.what === "panels" ? "Panels" : "Heights"}: {drift.is_sure ? "sure" : "not sure yet"}
        </strong>
        <span>
          <Figure text={drift.says} />
        </span>
        {drift.hand_rule && (
          <div className="plot-offer">
            <p>
              <Figure text={drift.hand_rule.says} />
            </p>
            {drift.hand_rule.taken ? (
              <p>
                <Icon name="tick" /> New plans do so.
              </p>
            ) : (
              <Button variant="remedy" onClick={() => onTake(drift.hand_rule!)}>
                Take it into new plans
              </Button>
            )}
          </div>
        )}
        <details>
          <summary>The bags one by one</summary>
          <ul>
            {drift.points.map((point) => (
              <li key={point.entry}>
                {point.name}: <Figure text={point.says} />
              </li>
            ))}
          </ul>
        </details>
      </figcaption>
    </figure>
  );
}
