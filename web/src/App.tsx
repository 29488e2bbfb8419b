import { Link, Route, Routes } from "react-router";
import { LeftOut } from "./shared/LeftOut";
import { Unkept } from "./shared/saving/Unkept";
import { BagView } from "./stages/bag/BagView";
import { BagsView } from "./stages/bags/BagsView";
import { CutView } from "./stages/cut/CutView";
import { GiftView } from "./stages/gift/GiftView";
import { HeardView } from "./stages/heard/HeardView";
import { HistoryView } from "./stages/history/HistoryView";
import { JournalView } from "./stages/journal/JournalView";
import { KeepingView } from "./stages/keeping/KeepingView";
import { MachineView } from "./stages/machine/MachineView";
import { PaperView } from "./stages/paper/PaperView";
import { PrinterView } from "./stages/printer/PrinterView";
import { RunTable } from "./stages/runs/RunTable";
import { RunView } from "./stages/runs/RunView";
import { RunsView } from "./stages/runs/RunsView";
import { ShelfView } from "./stages/shelf/ShelfView";
import { TableView } from "./stages/table/TableView";

export function App() {
  return (
    <>
      <Pages />
      <LeftOut />
      <Unkept />
    </>
  );
}

function Pages() {
  return (
    <Routes>
      <Route path="/" element={<BagsView />} />
      <Route path="/bags/:id" element={<BagView />} />
      <Route path="/bags/:id/table" element={<TableView />} />
      <Route path="/bags/:id/history" element={<HistoryView />} />
      <Route path="/bags/:id/machine" element={<MachineView />} />
      <Route path="/bags/:id/printer" element={<PrinterView />} />
      <Route path="/machine" element={<MachineView />} />
      <Route path="/cut" element={<CutView />} />
      <Route path="/gift" element={<GiftView />} />
      <Route path="/paper" element={<PaperView />} />
      <Route path="/heard" element={<HeardView />} />
      <Route path="/runs" element={<RunsView />} />
      <Route path="/runs/:id" element={<RunView />} />
      <Route path="/runs/:id/table" element={<RunTable />} />
      <Route path="/journal" element={<JournalView />} />
      <Route path="/keeping" element={<KeepingView />} />
      <Route path="/shelf" element={<ShelfView />} />
      <Route path="*" element={<Nowhere />} />
    </Routes>
  );
}

function Nowhere() {
  return (
    <main className="page">
      <h1>Nothing lies here</h1>
      <p>
        This address leads nowhere. <Link to="/">All bags</Link> are where they were.
      </p>
    </main>
  );
}
