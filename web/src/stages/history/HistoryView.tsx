// How a bag was before: what changed in words, which version was made, and the press that goes back to it.

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "react-bootstrap";
import { Link, useParams } from "react-router";
import { restoreVersion } from "../../api/client";
import { bagQuery, versionsQuery } from "../../api/queries";
import { Failed } from "../../api/Failed";
import { PageHead } from "../../drawings/PageHead";
import { Thumbnail } from "../../sheet/Thumbnail";
import { Figure } from "../../words/Figure";

const moment = (at: string) =>
  new Date(at).toLocaleString("en-GB", {
    weekday: "short",
    day: "numeric",
    month: "long",
    hour: "2-digit",
    minute: "2-digit",
  });

export function HistoryView() {
  const id = Number(useParams().id);
  const queries = useQueryClient();
  const bag = useQuery(bagQuery(id));
  const versions = useQuery(versionsQuery(id));
  const now = versions.data?.[0];
  const back = useMutation({
    mutationFn: (revision: number) => restoreVersion(id, revision, now!.revision),
    onSuccess: (kept) => queries.setQueryData(bagQuery(id).queryKey, kept),
    onSettled: () => queries.invalidateQueries(versionsQuery(id)),
  });
  return (
    <div className="shelf">
      <PageHead title={`Earlier versions${bag.data ? ` of ${bag.data.name}` : ""}`} />
      <main>
        <p>
          <Link to={`/bags/${id}`}>Back to the bag</Link>. A version is kept at the end of every spell of
          work, and of every bag that goes into the journal.
        </p>
        <Failed asked={versions} what="The versions" />
        {back.error && (
          <p className="alarm" role="alert">
            {back.error.message}
          </p>
        )}
        <ol className="versions" aria-label="Versions">
          {versions.data?.map((version) => (
            <li key={version.revision}>
              <Thumbnail pieces={version.pieces} sheet={version.sheet_mm} width={104} height={80} />
              <span className="version-size">
                <Figure text={version.size} />
              </span>
              <span className="version-words">
                <strong>{version.now ? "As it is now" : moment(version.at)}</strong>
                {version.differs.length > 0 && (
                  <span>
                    <Figure text={version.differs.join("; ")} />
                  </span>
                )}
                {version.made > 0 && (
                  <span>{version.made === 1 ? "One was made" : `${version.made} were made`} of it.</span>
                )}
              </span>
              {!version.now && (
                <Button
                  variant="remedy"
                  disabled={back.isPending}
                  onClick={() => back.mutate(version.revision)}
                >
                  Go back to it
                </Button>
              )}
            </li>
          ))}
        </ol>
        {versions.data?.length === 1 && <p>It has not been changed yet.</p>}
        {back.isSuccess && <p role="status">It is as it was then. How it was before is a version now.</p>}
      </main>
    </div>
  );
}
