// A guide's measurements, each beside the part of the drawing that it measures.

import { useEffect, useRef, useState } from "react";
import type { Guide, GuideText } from "../../api/client";
import { TextField } from "../../drawings/TextField";
import { FormDone } from "./FormDone";
import { GuideDrawing, type Measured } from "./GuideDrawing";
import { useSending } from "./useSending";

const EMPTY: GuideText = { name: "", gusset: "", flap: "", widths: [], reach: "", taper: "" };

/** A guide to show where each measurement lies, until there is one. */
const ANY: Measured = {
  gusset: "",
  gusset_mm: 50,
  flap_mm: 32,
  widths_mm: [70, 95, 127],
  reach_mm: 150,
  widths: [],
};

type Typed = "name" | "gusset" | "flap" | "reach" | "taper";

export function GuideForm(props: {
  guide?: Guide;
  name?: string;
  action: string;
  save: (guide: GuideText) => Promise<unknown>;
  onClose: () => void;
}) {
  const { action, save, onClose } = props;
  const [guide, setGuide] = useState(props.guide?.guide ?? { ...EMPTY, name: props.name ?? "" });
  const [widths, setWidths] = useState(guide.widths.join(", "));
  const first = useRef<HTMLInputElement>(null);
  useEffect(() => first.current?.focus(), []);
  // Between commas, semicolons, or the word and.
  const each = widths.split(/[,;]|\band\b/).map((width) => width.trim());
  const whole = { ...guide, widths: each.filter(Boolean), taper: guide.taper?.trim() || null };
  const { fault, busy, send } = useSending(() => save(whole), onClose);
  const field = (name: Typed, label: string, hint: string, big = true) => (
    <TextField
      name={label}
      value={guide[name] ?? ""}
      hint={hint}
      wrong={fault?.field === name}
      className={`at-${name}${big ? " edge-field" : ""}`}
      readOnly={busy}
      ref={name === "name" ? first : undefined}
      onText={(text) => setGuide({ ...guide, [name]: text })}
    />
  );
  return (
    <form
      className="paper-form guide-form"
      onSubmit={send}
      aria-label={action}
      onKeyDown={(event) => event.key === "Escape" && onClose()}
    >
      {field("name", "What you call it", "Bench guide", false)}
      <div className="guide-edges">
        <GuideDrawing guide={props.guide ?? ANY} width={300} height={230} />
        {field("reach", "Its lines reach", "6")}
        {field("flap", "Base line", "1 1/4")}
        {field("gusset", "Gusset’s mark", "2")}
        <TextField
          name="Marks for faces, up to eight"
          value={widths}
          hint="3 1/2, 5"
          wrong={fault?.field === "widths"}
          className="at-widths edge-field"
          readOnly={busy}
          onText={setWidths}
        />
        {field("taper", "Taper of its notch", "none: plain slits")}
      </div>
      <label className="once-round">
        <input
          type="checkbox"
          checked={guide.base_on_board ?? false}
          onChange={(event) => setGuide({ ...guide, base_on_board: event.target.checked })}
        />
        I score the base line on the board first, in one go; the guide only scores and notches upright lines
      </label>
      <label className="once-round">
        <input
          type="checkbox"
          checked={guide.left_handed ?? false}
          onChange={(event) => setGuide({ ...guide, left_handed: event.target.checked })}
        />
        Left-handed: the free edge lies on the right, and the marks are on the right of the score edge
      </label>
      <FormDone sentence={fault?.sentence} action={action} onClose={onClose} />
    </form>
  );
}
