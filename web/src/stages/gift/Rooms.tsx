// The room this crafter usually leaves, by shape: kept for every gift to come.

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Refused, setRooms } from "../../api/client";
import { FIT, roomsQuery } from "../../api/queries";
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
  const [typed, setTyped] = useState<Partial<Record<Field, string>>>({});
  const keep = useMutation({
    mutationFn: setRooms,
    onSuccess: (answer) => {
      setTyped({});
      queries.setQueryData(roomsQuery().queryKey, answer);
      return queries.invalidateQueries({ queryKey: FIT });
    },
  });
  if (!kept.data) return null;
  const { set, customary } = kept.data;
  const problem = keep.error instanceof Refused ? keep.error.problem : null;
  const value = (field: Field) => typed[field] ?? set[field] ?? "";
  const isChanged = FIELDS.some(
    ([field]) => typed[field] !== undefined && typed[field] !== (set[field] ?? ""),
  );
  const done = () => {
    if (isChanged) keep.mutate(Object.fromEntries(FIELDS.map(([field]) => [field, value(field)])));
  };
  return (
    <details className="rooms">
      <summary>Room I usually leave</summary>
      <div className="measures">
        {FIELDS.map(([field, name]) => (
          <label key={field}>
            <span>{name}</span>
            <input
              value={value(field)}
              placeholder={customary[field] ?? ""}
              autoComplete="off"
              spellCheck={false}
              aria-invalid={problem?.field === field || undefined}
              onChange={(event) => setTyped({ ...typed, [field]: event.target.value })}
              onBlur={done}
              onKeyDown={(event) => event.key === "Enter" && done()}
            />
          </label>
        ))}
      </div>
      <p role="status">
        {keep.error ? (
          keep.error.message
        ) : keep.isSuccess && !isChanged ? (
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
