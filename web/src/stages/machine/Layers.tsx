// What somebody else’s file does not say: how large it is, and which tool works its lines.

import type { ReactNode } from "react";
import type { Job, Told } from "../../api/client";

type Unit = NonNullable<Told["unit"]>;
type LayerTool = NonNullable<Told["layers"]>[number];
type Tool = NonNullable<LayerTool["tool"]>;

const UNITS: Record<Unit, string> = {
  millimetre: "1 millimetre",
  centimetre: "1 centimetre",
  inch: "1 inch",
  pixel: "1 px, 1⁄96 inch",
  point: "1 pt, 1⁄72 inch",
};

const TOOLS: Record<Tool, string> = {
  cut: "cut",
  score: "score",
  perforate: "perforate",
  pen: "draw with the pen",
};

/** One thing to be said of the file: what it is, and what there is to choose from; nothing is an answer too, or not given yet. */
function Pick<K extends string>(props: {
  says: ReactNode;
  value: K | null;
  options: Record<K, string>;
  /** What choosing none of them is called; nothing if that is no choice. */
  none: string | null;
  onPick: (value: K | null) => void;
}) {
  const { says, value, options, none, onPick } = props;
  return (
    <label className="machine-file">
      <span>{says}</span>
      <select
        value={value ?? ""}
        onChange={(event) => onPick(event.target.value === "" ? null : (event.target.value as K))}
      >
        {none !== null && <option value="">{none}</option>}
        {Object.entries<string>(options).map(([name, own]) => (
          <option key={name} value={name}>
            {own}
          </option>
        ))}
      </select>
    </label>
  );
}

export function UnitChoice({ unit, onUnit }: { unit: Unit | null; onUnit: (unit: Unit) => void }) {
  return (
    <section>
      <h2>How large it is</h2>
      <Pick
        says="One unit of the drawing is"
        value={unit}
        options={UNITS}
        none={unit === null ? "choose…" : null}
        onPick={(own) => own && onUnit(own)}
      />
    </section>
  );
}

export function Layers({ job, onLayers }: { job: Job; onLayers: (layers: LayerTool[]) => void }) {
  const now = job.layers.map(({ key, tool }): LayerTool => ({ key, tool: tool ?? null }));
  return (
    <section>
      <h2>What works its lines</h2>
      {job.layers.map((layer, place) => (
        <Pick
          key={layer.key}
          says={
            <>
              {layer.colour && <i className="layer-colour" style={{ background: layer.colour }} />}
              {layer.key}, {layer.lines === 1 ? "1 line" : `${layer.lines} lines`}
            </>
          }
          value={layer.tool ?? null}
          options={TOOLS}
          none="not at all"
          onPick={(tool) => onLayers(now.map((own, at) => (at === place ? { ...own, tool } : own)))}
        />
      ))}
    </section>
  );
}
