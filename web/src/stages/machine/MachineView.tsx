// The simulated cutting machine: a file, a mat, and what comes of it. It says plainly that nothing is really cut.

import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { cutOnMachine, fetchText, Refused, type MatText, type TakenFile, type Told } from "../../api/client";
import { takenQuery } from "../../api/queries";
import { Icon } from "../../drawings/Icon";
import { useTakeChoices } from "../../shared/useTakeChoices";
import { Faults } from "./Faults";
import { FileChoice } from "./FileChoice";
import { Layers, UnitChoice } from "./Layers";
import { MatChoices } from "./MatChoices";
import { Player } from "./Player";

interface Picked {
  name: string;
  kind: "svg" | "dxf";
  text: string;
}

/** What the machine takes a file of that kind for; nothing if it reads none. A new kind stops the compiler here. */
const CUTTER_READS: Record<TakenFile["media"], "svg" | "dxf" | null> = {
  svg: "svg",
  dxf: "dxf",
  pdf: null,
  png: null,
  csv: null,
  json: null,
  fold: null,
  zip: null,
  calendar: null,
  database: null,
};

const MAT: MatText = { width: "12 in", height: "12 in", margin: "", smallest: "2 mm" };

export function MachineView() {
  const { id } = useParams();
  const bag = id === undefined ? null : Number(id);
  const choices = useTakeChoices();
  const [own, setOwn] = useState<Picked | null>(null);
  const [chosen, setChosen] = useState<string | null>(null);
  const [mat, setMat] = useState(MAT);
  // What is told of somebody else’s file.
  const [told, setTold] = useState<Told>({});
  const listed = useQuery({ ...takenQuery(bag ?? 0), enabled: bag !== null });
  const files = (listed.data?.files ?? []).filter(
    (file) => file.taken_for === "machine" && CUTTER_READS[file.media] !== null,
  );
  const href = chosen ?? files[0]?.href ?? null;
  const file = files.find((one) => one.href === href);
  const query = choices.queryFor("machine");
  const job = useQuery({
    queryKey: ["machine", own?.text, href, query, mat, own && told],
    queryFn: async () => {
      if (own) return cutOnMachine(own.kind, own.text, mat, told);
      // What the machine shows here cuts nothing: it may show a bag that cannot be made.
      const asked = [query, listed.data?.cannot_be_made ? "anyway=true" : ""].filter(Boolean).join("&");
      const text = await fetchText(asked === "" ? href! : `${href}?${asked}`);
      return cutOnMachine(CUTTER_READS[file?.media ?? "svg"] ?? "svg", text, mat);
    },
    enabled: own !== null || file !== undefined,
    gcTime: 0,
    placeholderData: (before) => before,
  });
  const pick = (text: string, name: string) => {
    setTold({});
    setOwn({ name, kind: name.toLowerCase().endsWith(".dxf") ? "dxf" : "svg", text });
  };
  const problem = listed.error ?? job.error;
  const asksUnit = own !== null && job.error instanceof Refused && job.error.problem.field === "unit";
  return (
    <div className="machine">
      <header className="machine-head">
        <Link to={bag === null ? "/" : `/bags/${bag}`} className="shelf-link">
          <Icon name="back" />
          <span>{bag === null ? "All bags" : "Back to the bag"}</span>
        </Link>
        <h1>Cutting machine</h1>
        <p>A stand-in: it shows what a machine would do with the file. Nothing is cut.</p>
      </header>
      <main>
        <div className="machine-board">
          {job.data && !job.error ? (
            <Player key={`${own?.name} ${href} ${query} ${JSON.stringify([mat, told])}`} job={job.data} />
          ) : (
            <p className="machine-empty" aria-busy={job.isFetching}>
              {job.isFetching ? "Reading the file…" : "No file is on the machine."}
            </p>
          )}
        </div>
        <aside className="machine-side" aria-label="What is on the machine">
          {problem && (
            <p className="alarm" role="alert">
              {own ? `${own.name}: ` : ""}
              {problem.message}
            </p>
          )}
          <FileChoice
            files={files}
            href={href}
            own={own?.name ?? null}
            listed={listed.data !== undefined}
            onChoose={(next) => {
              setOwn(null);
              setChosen(next);
            }}
            onPick={pick}
          />
          {own && (asksUnit || told.unit) && (
            <UnitChoice unit={told.unit ?? null} onUnit={(unit) => setTold({ ...told, unit })} />
          )}
          {own && job.data && !job.error && (
            <Layers job={job.data} onLayers={(layers) => setTold({ ...told, layers })} />
          )}
          <MatChoices mat={mat} onMat={setMat} />
          {job.data && !job.error && <Faults job={job.data} onMat={setMat} />}
        </aside>
      </main>
    </div>
  );
}
