import type { Brief } from "../../../api/client";

export type Fittings = NonNullable<Brief["fittings"]>;

/** The brief with some of its fittings changed. */
export function withFittings(brief: Brief, change: Partial<Fittings>): Brief {
  return { ...brief, fittings: { ...brief.fittings, ...change } };
}

/** The brief with one figure of its handle, strip, closure, decoration or punch set. Of two figures that tell each other, the one
 * set last counts. */
export function withFitting(brief: Brief, field: string, text: string | null): Brief {
  const [part, name] = field.split(".");
  const fittings = brief.fittings ?? {};
  if (part === "handle") {
    const handle = { ...fittings.handle };
    if (name === "from_edge") delete handle.from_centre;
    if (name === "from_centre") delete handle.from_edge;
    if (name === "drop") delete handle.length;
    if (name === "length") delete handle.drop;
    return withFittings(brief, { handle: { ...handle, [name ?? ""]: text } });
  }
  const own = fittings[part as "backing" | "closure" | "decoration" | "punch"] ?? {};
  return withFittings(brief, { [part ?? ""]: { ...own, [name ?? ""]: text } });
}
