import type { About, Crease, Plan } from "../../api/client";
import type { Stage } from "../../words/stages";

/** The lines of a piece that stand out: those of the stage, or what a judgement that is pointed at is about. */
export function markedLines(
  plan: Plan | null,
  index: number,
  stage: Stage,
  pass: number,
  pointed: About[],
): Set<string> {
  const piece = plan?.pieces[index];
  if (!plan || !piece) return new Set();
  if (stage === "score") {
    const shown = plan.passes[pass]?.piece === index ? plan.passes[pass] : undefined;
    const first = plan.passes.find((other) => other.piece === index);
    const lines = shown ?? first;
    return new Set([
      ...(lines?.lines.flatMap((line) => line.creases) ?? []),
      ...(lines?.slants.map((slant) => slant.crease) ?? []),
    ]);
  }
  if (stage === "cut") return new Set([...piece.cuts, ...piece.holes].map((cut) => cut.id));
  const roles: Record<Exclude<About["what"], "crease" | "handle">, Crease["role"][]> = {
    sheet: [],
    decoration: [],
    gift: [],
    tab: ["tab_line", "strip_line"],
    base: ["base_line", "squash_diagonal", "bottom_fold"],
    hem: ["hem_line", "flap_line", "flap_turn"],
    gussets: ["gusset_centre", "corner", "gusset_diagonal", "fold_flat_line", "pleat_line"],
  };
  return new Set(
    pointed.flatMap((about) => {
      if (about.what === "handle") return piece.holes.map((hole) => hole.id);
      if (about.what === "crease") return about.piece === index ? [about.id] : [];
      const wanted = roles[about.what];
      return piece.creases.filter((crease) => wanted.includes(crease.role)).map((crease) => crease.id);
    }),
  );
}
