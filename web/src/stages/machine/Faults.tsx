// What will go wrong on the machine, why, and the machine on which it does not.

import { Button } from "react-bootstrap";
import type { Job, MatText } from "../../api/client";
import { Icon } from "../../drawings/Icon";

const TOOLS = [
  { tool: "pen", one: "pen line, dotted", many: "pen lines, dotted" },
  { tool: "score", one: "score, dashed", many: "scores, dashed" },
  { tool: "perforate", one: "dash of a perforation", many: "dashes of perforations" },
  {
    tool: "cut",
    one: "cut, drawn through, what lies inside first",
    many: "cuts, drawn through, what lies inside first",
  },
] as const;

function counted(job: Job, tool: string, one: string, many: string): string | null {
  const count = job.strokes.filter((stroke) => stroke.tool === tool).length;
  if (count === 0) return null;
  return count === 1 ? `1 ${one}` : `${count} ${many}`;
}

export function Faults({ job, onMat }: { job: Job; onMat: (mat: MatText) => void }) {
  return (
    <section aria-live="polite" className="machine-faults">
      <h2>Before it is cut</h2>
      {job.strokes.length === 0 && <p>Nothing is worked yet: say above what works its lines.</p>}
      {job.strokes.length > 0 && job.faults.length === 0 && (
        <p className="is-ready">
          <Icon name="tick" />
          <span>
            {job.strokes.length} {job.strokes.length === 1 ? "line" : "lines"}, all on the mat, each once. It
            takes {job.takes}.
          </span>
        </p>
      )}
      <ol className="machine-order" aria-label="The order of the work">
        {TOOLS.map(({ tool, one, many }) => ({ says: counted(job, tool, one, many), tool }))
          .filter(({ says }) => says !== null)
          .map(({ says, tool }) => (
            <li key={tool}>{says}</li>
          ))}
      </ol>
      {job.faults.map(({ title, why, remedy }) => (
        <div key={title} className="machine-fault">
          <h3>
            <Icon name="warns" />
            {title}
          </h3>
          <p>{why}</p>
          {remedy && (
            <Button variant="remedy" onClick={() => onMat(remedy.mat)}>
              {remedy.title}
            </Button>
          )}
        </div>
      ))}
      {job.left_out.map((says) => (
        <p key={says}>{says}</p>
      ))}
    </section>
  );
}
