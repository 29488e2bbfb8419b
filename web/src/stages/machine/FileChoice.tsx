// Which file is on the machine: one of this bag, or somebody else's.

import type { TakenFile } from "../../api/client";
import { FilePick } from "../../drawings/FilePick";
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
        <label className="machine-file">
          <span>Of this bag</span>
          <select value={own ? "" : (href ?? "")} onChange={(event) => onChoose(event.target.value)}>
            {own && <option value="">{own}</option>}
            {files.map((one) => (
              <option key={one.href} value={one.href}>
                {one.title}, {MEDIA[one.media]}
              </option>
            ))}
          </select>
        </label>
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
