// Which file is on the machine: one of this bag, or somebody else's.

import type { TakenFile } from "../../api/client";
import { FilePick } from "../../drawings/FilePick";
import { Pick } from "../../drawings/Pick";
import { MEDIA } from "../../words/media";

export function FileChoice(props: {
  files: TakenFile[];
  href: string | null;
  /** The name of somebody else's file, if that is on the machine. */
  own: string | null;
  /** True once it is known which files there are. */
  listed: boolean;
  onChoose: (href: string) => void;
  onPick: (text: string, name: string) => void;
}) {
  const { files, href, own, listed, onChoose, onPick } = props;
  return (
    <section>
      <h2>The file</h2>
      {files.length > 0 && (
        <Pick
          className="machine-file"
          name="Of this bag"
          value={own ? "" : (href ?? "")}
          options={[
            ...(own ? [["", own] as const] : []),
            ...files.map((one) => [one.href, `${one.title}, ${MEDIA[one.media]}`] as const),
          ]}
          onPick={onChoose}
        />
      )}
      {listed && files.length === 0 && (
        <p>No sheet of this bag can be cut as it stands: a piece reaches past its sheet.</p>
      )}
      {own && files.length === 0 && (
        <p>
          <strong>{own}</strong>
        </p>
      )}
      <FilePick says="Another SVG or DXF" accept=".svg,.dxf" onText={onPick} />
    </section>
  );
}
