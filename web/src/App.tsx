import { Navigate, Route, Routes } from 'react-router';
import { OpenMachine } from './open/OpenMachine.js';
import { AsFoundStage } from './stages/as-found/AsFoundStage.js';
import { BenchPage } from './stages/bench/BenchPage.js';
import { FindingsStage } from './stages/findings/FindingsStage.js';
import { MachineStage } from './stages/machine/MachineStage.js';
import { MatchStage } from './stages/match/MatchStage.js';
import { RunbookStage } from './stages/runbook/RunbookStage.js';
import { SectionStage } from './stages/section/SectionStage.js';
import { SystemsStage } from './stages/systems/SystemsStage.js';
import { NotFoundPage } from './shell/NotFoundPage.js';

export function App() {
  return (
    <Routes>
      <Route path="/" element={<BenchPage />} />
      <Route path="/machines/:id" element={<OpenMachine />}>
        <Route index element={<Navigate to="machine" replace />} />
        <Route path="machine" element={<MachineStage />} />
        <Route path="as-found" element={<AsFoundStage />} />
        <Route path="systems" element={<SystemsStage />} />
        <Route path="match" element={<MatchStage />} />
        <Route path="section" element={<SectionStage />} />
        <Route path="findings" element={<FindingsStage />} />
        <Route path="runbook" element={<RunbookStage />} />
      </Route>
      <Route path="*" element={<NotFoundPage />} />
    </Routes>
  );
}
