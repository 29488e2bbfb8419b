// The strip on which a bag is started: three figures written round a small standing bag.

import { useMutation } from "@tanstack/react-query";
import { useEffect, useRef, useState, type FormEvent } from "react";
import { Button } from "react-bootstrap";
import { Link, useNavigate } from "react-router";
import { Refused, type Bag, type BagDraft } from "../../api/client";
import { Icon } from "../../drawings/Icon";
import { sideAtFault, USUAL } from "../../sheet/chosen";
import { SheetChoice } from "../../sheet/SheetChoice";

const BLANKS = [
  { field: "width", name: "Width", hint: "3 3/4", says: "across the face" },
  { field: "height", name: "Height", hint: "6 1/2", says: "base fold to top edge" },
  { field: "gusset", name: "Gusset", hint: "2", says: "depth of the side" },
] as const;

/** The other ways to begin, each with its drawing. */
const DOORS = [
  {
    to: "/gift",
    name: "What goes in",
    drawing: "M14 6h12M16 6v6c-6 3-8 8-8 13 0 6 5 9 12 9s12-3 12-9c0-5-2-10-8-13V6",
  },
  { to: "/paper", name: "The paper at hand", drawing: "M7 6h26v28H7zM7 24h26M16 6v28M24 6v28" },
  { to: "/heard", name: "Somebody’s figures", drawing: "M6 7h28v20H18l-7 7v-7H6zM12 14h16M12 20h10" },
] as const;

type Size = Record<(typeof BLANKS)[number]["field"], string>;

export function NewBag({ first, create }: { first: boolean; create: (draft: BagDraft) => Promise<Bag> }) {
  const navigate = useNavigate();
  const [size, setSize] = useState<Size>({ width: "", height: "", gusset: "" });
  const [paper, setPaper] = useState(USUAL);
  const start = useMutation({ mutationFn: create, onSuccess: (bag) => navigate(`/bags/${bag.id}`) });
  const blank = useRef<HTMLInputElement>(null);
  useEffect(() => {
    // The first thing to do in an empty house.
    if (first) blank.current?.focus();
  }, [first]);
  const problem = start.error instanceof Refused ? start.error.problem : null;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const { sheet } = paper;
    start.mutate({ name: "", brief: sheet ? { finished: size, sheet } : { finished: size } });
  };
  return (
    <form
      className={`new-bag${first ? " is-first" : ""}`}
      onSubmit={submit}
      aria-labelledby="new-bag-title"
      noValidate
    >
      <StandingBag />
      <div className="new-bag-words">
        <h1 id="new-bag-title">{first ? "Start with the bag you want" : "A new bag"}</h1>
        {first && (
          <p>
            Type its finished size. You get the sheet drawn to scale: where to trim, score, slit and glue, and
            whether it fits the paper you have.
          </p>
        )}
        <div className="new-bag-blanks">
          {BLANKS.map(({ field, name, hint, says }, index) => {
            const wrong = problem?.field === `brief.finished.${field}`;
            return (
              <label key={field} className={wrong ? "has-error" : ""}>
                <span>{name}</span>
                <input
                  value={size[field]}
                  placeholder={hint}
                  autoComplete="off"
                  spellCheck={false}
                  ref={index === 0 ? blank : undefined}
                  aria-invalid={wrong || undefined}
                  aria-describedby={wrong ? "new-bag-problem" : undefined}
                  onChange={(event) => setSize({ ...size, [field]: event.target.value })}
                />
                <small>{says}</small>
              </label>
            );
          })}
          <Button type="submit" variant="ink" disabled={start.isPending}>
            <Icon name="plus" /> Draw it
          </Button>
        </div>
        <SheetChoice chosen={paper} wrong={sideAtFault(problem?.field)} onChange={setPaper} />
        <nav className="doors" aria-label="Or start from">
          <span aria-hidden="true">or start from</span>
          {DOORS.map(({ to, name, drawing }) => (
            <Link key={to} to={to}>
              <svg viewBox="0 0 40 40" aria-hidden="true">
                <path d={drawing} />
              </svg>
              {name}
            </Link>
          ))}
        </nav>
        <p className="new-bag-problem" id="new-bag-problem" role="alert">
          {start.error?.message}
        </p>
      </div>
    </form>
  );
}

function StandingBag() {
  return (
    <svg className="standing-bag" viewBox="0 0 150 170" aria-hidden="true">
      <path d="M20 45 88 55v98l-68-16zM88 55l36-18v92l-36 24M20 45l36-16 68 8" />
      <path className="faint" d="M106 46v94M56 29v12" />
      <path
        className="measure"
        d="M20 150l68 16M20 146v8M88 162v8M98 165l36-24M134 137v8M10 45v92M6 45h8M6 137h8"
      />
    </svg>
  );
}
