import { lazy, Suspense, type ComponentType } from 'react';
import { Navigate, Route, Routes, useLocation } from 'react-router';
import { CaughtStage } from './open/CaughtStage.js';
import { OpenMachine } from './open/OpenMachine.js';
import { NotFoundPage } from './shell/NotFoundPage.js';
import { words } from './words/words.js';

/** Each stage comes when it is first opened. */
const STAGES: Readonly<Record<string, ComponentType>> = {
  machine: lazy(() => import('./stages/machine/MachineStage.js').then((m) => ({ default: m.MachineStage }))),
  'as-found': lazy(() =>
    import('./stages/as-found/AsFoundStage.js').then((m) => ({ default: m.AsFoundStage })),
  ),
  systems: lazy(() => import('./stages/systems/SystemsStage.js').then((m) => ({ default: m.SystemsStage }))),
  boot: lazy(() => import('./stages/boot/BootStage.js').then((m) => ({ default: m.BootStage }))),
  layout: lazy(() => import('./stages/layout/LayoutStage.js').then((m) => ({ default: m.LayoutStage }))),
  alternatives: lazy(() =>
    import('./stages/alternatives/AlternativesPage.js').then((m) => ({ default: m.AlternativesPage })),
  ),
  findings: lazy(() =>
    import('./stages/findings/FindingsStage.js').then((m) => ({ default: m.FindingsStage })),
  ),
  runbook: lazy(() => import('./stages/runbook/RunbookStage.js').then((m) => ({ default: m.RunbookStage }))),
};

/** Addresses of stages as they once were called, and their present names. */
const RENAMED: Readonly<Record<string, string>> = { match: 'boot', section: 'layout' };

function Moved({ to }: { to: string }) {
  const { search } = useLocation();
  return <Navigate to={`../${to}${search}`} relative="path" replace />;
}

/** The addresses of one machine: it is opened, and shown by its stages. */
export function MachineRoutes() {
  return (
    <Routes>
      <Route element={<OpenMachine />}>
        <Route index element={<Navigate to="machine" replace />} />
        {Object.entries(RENAMED).map(([path, to]) => (
          <Route key={path} path={path} element={<Moved to={to} />} />
        ))}
        {Object.entries(STAGES).map(([path, Stage]) => (
          <Route
            key={path}
            path={path}
            element={
              <CaughtStage key={path}>
                <Suspense fallback={<p className="page">{words['page.opening']()}</p>}>
                  <Stage />
                </Suspense>
              </CaughtStage>
            }
          />
        ))}
      </Route>
      <Route path="*" element={<NotFoundPage />} />
    </Routes>
  );
}
