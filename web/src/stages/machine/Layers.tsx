// What somebody else’s file does not say: how large it is, and which tool works its lines.

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

export function UnitChoice({ unit, onUnit }: { unit: Unit | null; onUnit: (unit: Unit) => void }) {
  return (
    <section>
      <h2>How large it is</h2>
      <label className="machine-file">
        <span>One unit of the drawing is</span>
        <select value={unit ?? ""} onChange={(event) => onUnit(event.target.value as Unit)}>
          {unit === null && <option value="">choose…</option>}
          {Object.entries(UNITS).map(([name, says]) => (
            <option key={name} value={name}>
              {says}
            </option>
          ))}
        </select>
      </label>
    </section>
  );
}

export function Layers({ job, onLayers }: { job: Job; onLayers: (layers: LayerTool[]) => void }) {
  const now = job.layers.map(({ key, tool }): LayerTool => ({ key, tool: tool ?? null }));
  return (
    <section>
      <h2>What works its lines</h2>
      {job.layers.map((layer, place) => (
        <label key={layer.key} className="machine-file machine-layer">
          <span>
            {layer.colour && <i className="layer-colour" style={{ background: layer.colour }} />}
            {layer.key}, {layer.lines === 1 ? "1 line" : `${layer.lines} lines`}
          </span>
          <select
            value={layer.tool ?? ""}
            onChange={(event) => {
              const tool = event.target.value === "" ? null : (event.target.value as Tool);
              onLayers(now.map((own, at) => (at === place ? { ...own, tool } : own)));
            }}
          >
            <option value="">not at all</option>
            {Object.entries(TOOLS).map(([name, says]) => (
              <option key={name} value={name}>
                {says}
              </option>
            ))}
          </select>
        </label>
      ))}
    </section>
  );
}
