import { lazy, Suspense, type ComponentType } from 'react';
import { Navigate, Route, Routes, useLocation } from 'react-router';
import { MachinesPage } from './stages/machines/MachinesPage.js';
import { Caught } from './shell/Caught.js';
import { NotFoundPage } from './shell/NotFoundPage.js';
import { words } from './words/words.js';

const RecipePage = lazy(() =>
  import('./stages/recipe/RecipePage.js').then((m) => ({ default: m.RecipePage })),
);
const OpenMachine = lazy(() => import('./open/OpenMachine.js').then((m) => ({ default: m.OpenMachine })));
const CaughtStage = lazy(() => import('./open/CaughtStage.js').then((m) => ({ default: m.CaughtStage })));

/** Each stage comes when it is first opened; the bench at once. */
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

export function App() {
  return (
    <Routes>
      <Route path="/" element={<MachinesPage />} />
      <Route
        path="/recipe"
        element={
          <Caught>
            <Suspense fallback={<p className="page">{words['shell.opening']()}</p>}>
              <RecipePage />
            </Suspense>
          </Caught>
        }
      />
      <Route
        path="/machines/:id"
        element={
          <Caught>
            <Suspense fallback={<p className="page">{words['shell.opening']()}</p>}>
              <OpenMachine />
            </Suspense>
          </Caught>
        }
      >
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
                <Suspense fallback={<p className="page">{words['shell.opening']()}</p>}>
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
