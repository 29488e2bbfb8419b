// Papers in and out as a CSV file.

import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { Button } from "react-bootstrap";
import { importShelf, type Imported } from "../../api/client";
import { FilePick } from "../../drawings/FilePick";

export function ImportShelf({ onKept }: { onKept: () => void }) {
  const [csv, setCsv] = useState("");
  const [came, setCame] = useState<Imported | null>(null);
  const read = useMutation({
    mutationFn: ({ text, keepGood }: { text: string; keepGood: boolean }) => importShelf(text, keepGood),
    onSuccess: (data) => {
      setCame(data);
      if (data.kept > 0) onKept();
    },
  });
  const pick = (text: string) => {
    setCsv(text);
    read.mutate({ text, keepGood: false });
  };
  const faults = came?.faults ?? [];
  return (
    <section className="import-shelf" aria-labelledby="import-title">
      <h2 id="import-title">The shelf as a list</h2>
      <p>
        <a href="/api/shelf.csv" download>
          Write the shelf out as CSV
        </a>
        , or read a list in: a first line with <code>name, width, height</code> and, if you like, kind, count,
        weight, thickness, printed, pattern, grain and price.
      </p>
      <FilePick says="Read a CSV file in" accept=".csv,text/csv" onText={pick} />
      {read.error && (
        <p className="alarm" role="alert">
          {read.error.message}
        </p>
      )}
      {came && (
        <div role="status">
          {came.kept > 0 && (
            <p>
              {came.kept} {came.kept === 1 ? "paper is" : "papers are"} on the shelf now.
            </p>
          )}
          {came.kept === 0 && faults.length === 0 && <p>There is no paper in that file.</p>}
          {faults.length > 0 && (
            <>
              <p>
                {came.bad} {came.bad === 1 ? "line" : "lines"} cannot be read
                {came.kept === 0 && ", so nothing was put on the shelf"}:
              </p>
              <ul>
                {faults.map((fault) => (
                  <li key={`${fault.line} ${fault.field}`}>
                    Line {fault.line}
                    {fault.field && `, ${fault.field}`}: {fault.sentence}
                  </li>
                ))}
                {came.bad > faults.length && <li>and {came.bad - faults.length} more</li>}
              </ul>
              {came.kept === 0 && came.good > 0 && (
                <Button variant="remedy" onClick={() => read.mutate({ text: csv, keepGood: true })}>
                  Keep the {came.good} good {came.good === 1 ? "line" : "lines"}
                </Button>
              )}
            </>
          )}
        </div>
      )}
    </section>
  );
}
