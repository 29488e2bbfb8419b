// The room this crafter usually leaves, by shape: kept for every gift to come.

import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Refused } from "../../api/client";
import { roomsQuery } from "../../api/queries";
import { roomsHow } from "../../shared/saving/keepers";
import { useSaver } from "../../shared/saving/useSaver";
import { TextField } from "../../drawings/TextField";
import { Figure } from "../../words/Figure";

const FIELDS = [
  ["flat", "Round flat sides"],
  ["round", "Round what is round"],
  ["odd", "Round odd shapes"],
  ["above", "Above"],
] as const;

type Field = (typeof FIELDS)[number][0];

export function Rooms() {
  const queries = useQueryClient();
  const kept = useQuery(roomsQuery());
  const [told, setTold] = useState(false);
  const [typed, setTyped] = useState<Partial<Record<Field, string>>>({});
  const keep = useSaver("rooms", kept.data, roomsHow(queries));
  if (!kept.data) return null;
  const { set, customary } = kept.data;
  const problem = keep.problem instanceof Refused ? keep.problem.problem : null;
  const asked: Partial<Record<Field, string | null>> = keep.asked ?? set;
  const value = (field: Field) => typed[field] ?? asked[field] ?? "";
  const isChanged = FIELDS.some(([field]) => value(field) !== (asked[field] ?? ""));
  const done = () => {
    if (!isChanged && !keep.problem) return;
    keep.want(Object.fromEntries(FIELDS.map(([field]) => [field, value(field)])));
    setTold(true);
    setTyped({});
  };
  return (
    <details className="rooms">
      <summary>Room I usually leave</summary>
      <div className="measures">
        {FIELDS.map(([field, name]) => (
          <TextField
            key={field}
            name={name}
            value={value(field)}
            hint={customary[field] ?? ""}
            wrong={problem?.field === field}
            onText={(text) => setTyped({ ...typed, [field]: text })}
            onBlur={done}
            onKeyDown={(event) => event.key === "Enter" && done()}
          />
        ))}
      </div>
      <p role="status">
        {keep.problem ? (
          keep.problem.message
        ) : told && keep.state === "saved" && !isChanged ? (
          "Kept for every gift to come; bags made before keep theirs."
        ) : (
          <>
            Left empty it is as usual: <Figure text={FIELDS.map(([field]) => customary[field]).join(", ")} />.
          </>
        )}
      </p>
    </details>
  );
}
