// The sheet the bag is cut from.

import { useQuery } from "@tanstack/react-query";
import { sheetsQuery } from "../../../api/queries";
import { usePapers } from "../../../api/usePapers";
import { Failed } from "../../../api/Failed";
import { sameSheet } from "./sheets";
import { Blank, Choice, type Option, type Said } from "./words";

export function Sheet({ plan, brief, set }: Said) {
  const sheets = useQuery(sheetsQuery());
  const { shelf, papers } = usePapers();
  const { sheet } = brief;
  if (!sheet) return null;
  const common = sheets.data ?? [];
  const known = common.find((size) => size.width === sheet.width && size.height === sheet.height);
  return (
    <>
      Cut from a{" "}
      <Choice
        name="Sheet"
        value={known?.name ?? (sheets.data ? "own" : "as it is")}
        options={[
          ...common.map((size): Option<string> => [size.name, size.name]),
          ["own", "sheet of my own"],
          // Until the common sizes are there.
          ...(sheets.data ? [] : [["as it is", plan.sheet] as Option<string>]),
        ]}
        onChange={(name) => {
          const size = common.find((other) => other.name === name);
          if (size) {
            const { rolled: _, grid: __, ...rest } = sheet;
            set({ sheet: { ...rest, width: size.width, height: size.height } });
          } else set({ sheet: { ...sheet, width: "30 in", height: "20 in" } });
        }}
      />
      {!known && sheets.data && (
        <>
          {", "}
          <Blank
            name="Width of the sheet"
            length={plan.settings.sheet_width}
            onChange={(width) => set({ sheet: { ...sheet, width } }, "sheet.width")}
          />{" "}
          wide and{" "}
          <Blank
            name="Height of the sheet"
            length={plan.settings.sheet_height}
            onChange={(height) => set({ sheet: { ...sheet, height } }, "sheet.height")}
          />{" "}
          tall
        </>
      )}
      {papers.length > 0 && (
        <>
          {", from the shelf: "}
          <Choice
            name="Paper from the shelf"
            value={String(papers.find((paper) => sameSheet(paper.sheet, sheet))?.id ?? "")}
            options={[
              ["", "no paper of its own"],
              ...papers.map((paper): Option<string> => [String(paper.id), paper.paper.name]),
            ]}
            onChange={(id) => {
              const paper = papers.find((other) => String(other.id) === id);
              if (paper) set({ sheet: { ...paper.sheet, turned: false } });
            }}
          />
        </>
      )}
      .
      <Failed asked={sheets} what="The common sheets" />
      <Failed asked={shelf} what="The shelf" />
    </>
  );
}
