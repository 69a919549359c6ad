import { lazy, Suspense, type ComponentType } from 'react';
import { Navigate, Route, Routes } from 'react-router';
import { BenchPage } from './stages/bench/BenchPage.js';
import { Caught } from './shell/Caught.js';
import { NotFoundPage } from './shell/NotFoundPage.js';

const OpenMachine = lazy(() => import('./open/OpenMachine.js').then((m) => ({ default: m.OpenMachine })));

/** Each stage comes when it is first opened; the bench at once. */
const STAGES: Readonly<Record<string, ComponentType>> = {
  machine: lazy(() => import('./stages/machine/MachineStage.js').then((m) => ({ default: m.MachineStage }))),
  'as-found': lazy(() =>
    import('./stages/as-found/AsFoundStage.js').then((m) => ({ default: m.AsFoundStage })),
  ),
  systems: lazy(() => import('./stages/systems/SystemsStage.js').then((m) => ({ default: m.SystemsStage }))),
  match: lazy(() => import('./stages/match/MatchStage.js').then((m) => ({ default: m.MatchStage }))),
  section: lazy(() => import('./stages/section/SectionStage.js').then((m) => ({ default: m.SectionStage }))),
  alternatives: lazy(() =>
    import('./stages/alternatives/AlternativesPage.js').then((m) => ({ default: m.AlternativesPage })),
  ),
  findings: lazy(() =>
    import('./stages/findings/FindingsStage.js').then((m) => ({ default: m.FindingsStage })),
  ),
  runbook: lazy(() => import('./stages/runbook/RunbookStage.js').then((m) => ({ default: m.RunbookStage }))),
};

export function App() {
  return (
    <Routes>
      <Route path="/" element={<BenchPage />} />
      <Route
        path="/machines/:id"
        element={
          <Suspense fallback={<p className="page">Opening…</p>}>
            <OpenMachine />
          </Suspense>
        }
      >
        <Route index element={<Navigate to="machine" replace />} />
        {Object.entries(STAGES).map(([path, Stage]) => (
          <Route
            key={path}
            path={path}
            element={
              <Caught key={path}>
                <Suspense fallback={<p className="page">Opening…</p>}>
                  <Stage />
                </Suspense>
              </Caught>
            }
          />
        ))}
      </Route>
      <Route path="*" element={<NotFoundPage />} />
    </Routes>
  );
}
