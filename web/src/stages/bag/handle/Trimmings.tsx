// What goes with the handle, in sentences: strip, closing, insert, decoration, load.

import { useId, useState } from "react";
import { Button } from "react-bootstrap";
import type { FittingFigure, Plan } from "../../../api/client";
import { Figure } from "../../../words/Figure";
import { Blank, Choice, Sentence } from "../habits/words";
import type { Fittings } from "./withFitting";
import { BACKINGS, CLOSURES, INSERTS, isHandled, NEEDS_HOLES, optionsOf } from "../../../words/kinds";

export interface TrimmingsProps {
  plan: Plan;
  fittings: Fittings;
  set: (change: Partial<Fittings>, key?: string) => void;
  onFigure: (field: string, text: string | null) => void;
  fault: { field: string; sentence: string } | null;
  tagged: boolean;
  onTag: () => void;
}

/** Figures of some fields that have no place on the face. */
const wordsOf = (plan: Plan, ...fields: string[]) =>
  plan.fittings.figures.filter((figure) => !figure.place && fields.includes(figure.field));

export function Trimmings(props: TrimmingsProps) {
  const { plan, fittings } = props;
  return (
    <>
      {isHandled(fittings.handle?.kind) && <HandleFigures {...props} />}
      {plan.fittings.backed && <WhatHolds {...props} />}
      <Looks {...props} />
      <FigureList
        {...props}
        figures={wordsOf(
          plan,
          "decoration.margin",
          "decoration.band_width",
          "decoration.holds_width",
          "decoration.holds_height",
        )}
      />
      {plan.fittings.face.holes.some((hole) => hole.purpose === "handle" || hole.purpose === "closure") && (
        <section>
          <h3>The punch at hand</h3>
          <FigureList {...props} figures={wordsOf(plan, "punch.hole", "punch.reach")} />
        </section>
      )}
      <Load {...props} />
    </>
  );
}

function HandleFigures(props: TrimmingsProps) {
  const { plan, fittings, set } = props;
  const figures = plan.fittings.figures;
  return (
    <section>
      <h3>The handle’s figures</h3>
      <FigureList {...props} figures={wordsOf(plan, "handle.length", "handle.width", "handle.down")} />
      {plan.fittings.knotted && (
        <p>
          Its ends are knotted{" "}
          <Choice
            name="Knots"
            value={fittings.handle?.knot ?? "double"}
            options={[
              ["double", "twice"],
              ["triple", "three turns (thin satin)"],
            ]}
            onChange={(knot) => set({ handle: { ...fittings.handle, knot } })}
          />
          .
        </p>
      )}
      <p className="customary">
        <Figure text={plan.fittings.customary} />
      </p>
      {figures.some((figure) => figure.set && figure.field.startsWith("handle.")) && (
        <Button
          variant="remedy"
          onClick={() =>
            set({ handle: { kind: fittings.handle?.kind, knot: fittings.handle?.knot ?? "double" } })
          }
        >
          Customary figures again
        </Button>
      )}
    </section>
  );
}

function WhatHolds(props: TrimmingsProps) {
  const { plan, fittings, set } = props;
  const { holed } = plan.fittings;
  return (
    <section>
      <h3>What holds it</h3>
      <p>
        The {holed ? "holes" : "ends"} have{" "}
        <Choice
          name="What holds the handle"
          value={fittings.backing?.kind ?? "strip"}
          options={optionsOf(BACKINGS).filter(([value]) => holed || !NEEDS_HOLES[value])}
          onChange={(backing) => set({ backing: { ...fittings.backing, kind: backing } })}
        />
        .
      </p>
      <FigureList {...props} figures={wordsOf(plan, "backing.length", "backing.depth")} />
    </section>
  );
}

/** How it closes, what lies on its base, what is laid on it. */
function Looks({ plan, fittings, set, tagged, onTag }: TrimmingsProps) {
  const decoration = fittings.decoration ?? {};
  const decorate = (change: Partial<typeof decoration>) => set({ decoration: { ...decoration, ...change } });
  return (
    <Sentence heading="Closing, base and looks">
      The bag{" "}
      <Choice
        name="Closing"
        value={fittings.closure?.kind ?? "none"}
        options={optionsOf(CLOSURES)}
        onChange={(closure) => set({ closure: { ...fittings.closure, kind: closure } })}
      />
      .{" "}
      {plan.fittings.headroom && (
        <>
          <Figure text={plan.fittings.headroom} />{" "}
        </>
      )}
      On its base lies{" "}
      <Choice
        name="Insert"
        value={fittings.insert ?? "single"}
        options={optionsOf(INSERTS)}
        onChange={(insert) => set({ insert })}
      />
      . On it go{" "}
      <span className="places" role="group" aria-label="Decoration">
        {(
          [
            ["faces", "mats on the faces"],
            ["gussets", "mats on the gussets"],
            ["flap", "a mat on the flap"],
            ["band", "a band"],
            ["pocket", "a pocket inside"],
            ["medallion", "a medallion on the front"],
          ] as const
        ).map(([part, name]) => (
          <Button
            key={part}
            variant="remedy"
            aria-pressed={decoration[part] ?? false}
            onClick={() => decorate({ [part]: !decoration[part] })}
          >
            {name}
          </Button>
        ))}
        <Button variant="remedy" aria-pressed={tagged} onClick={onTag}>
          a tag
        </Button>
      </span>
    </Sentence>
  );
}

/** Figures that have no place on the face. */
function FigureList(props: TrimmingsProps & { figures: FittingFigure[] }) {
  const { figures, onFigure, fault } = props;
  if (figures.length === 0) return null;
  return (
    <ul className="figure-list">
      {figures.map((figure) => (
        <li key={figure.field}>
          <span>{figure.name}</span>
          <Blank name={figure.name} length={figure} onChange={(text) => onFigure(figure.field, text)} />
          {figure.set && !figure.field.startsWith("punch.") && (
            <button type="button" className="inline-action" onClick={() => onFigure(figure.field, null)}>
              customary<span className="visually-hidden"> {figure.name.toLowerCase()}</span> again
            </button>
          )}
          {fault?.field === figure.field && <p className="alarm">{fault.sentence}</p>}
        </li>
      ))}
    </ul>
  );
}

/** What the bag is to carry, against the rule of thumb. */
function Load({ plan, fittings, set, fault }: TrimmingsProps) {
  const id = useId();
  const { load, limit, limit_why, raise, weight } = plan.fittings;
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <section className="load" aria-labelledby={`${id}-title`}>
      <h3 id={`${id}-title`}>What it carries</h3>
      <p>
        <label htmlFor={id}>It is to carry</label>{" "}
        <input
          id={id}
          type="text"
          className="load-field"
          size={9}
          autoComplete="off"
          placeholder={plan.unit === "in" ? "2 lb" : "800 g"}
          value={typed ?? load ?? ""}
          aria-invalid={fault?.field === "load" ? true : undefined}
          onChange={(event) => {
            setTyped(event.target.value);
            set({ load: event.target.value.trim() === "" ? null : event.target.value }, "load");
          }}
          onFocus={(event) => event.target.select()}
          onBlur={() => fault?.field !== "load" && setTyped(null)}
        />
      </p>
      {fault?.field === "load" && (
        <p className="alarm" role="alert">
          {fault.sentence}
        </p>
      )}
      <p>
        People trust such a bag with{" "}
        <strong>
          <Figure text={limit} />
        </strong>
        . {limit_why} It is a rule of thumb, no rating: test with the real thing over a soft surface.
      </p>
      {raise.length > 0 && (
        <p>
          More with {raise.slice(0, -1).join(", ")}
          {raise.length > 1 ? " or " : ""}
          {raise.at(-1)}.
        </p>
      )}
      <p>
        The bag itself weighs about <Figure text={weight} />
        {fittings.insert === "none" ? "." : ", its insert included."}
      </p>
    </section>
  );
}
