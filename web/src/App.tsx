import { lazy, Suspense, type ComponentType } from 'react';
import { Route, Routes } from 'react-router';
import { MachinesPage } from './stages/machines/MachinesPage.js';
import { Caught } from './shell/Caught.js';
import { NotFoundPage } from './shell/NotFoundPage.js';
import { words } from './words/first-page.js';

const RecipePage = lazy(() =>
  import('./stages/recipe/RecipePage.js').then((m) => ({ default: m.RecipePage })),
);
const MachineRoutes = lazy(() => import('./MachineRoutes.js').then((m) => ({ default: m.MachineRoutes })));

/** The list of machines comes at once, all else when it is first opened. */
export function App() {
  return (
    <Routes>
      <Route path="/" element={<MachinesPage />} />
      <Route path="/recipe" element={<Later Page={RecipePage} />} />
      <Route path="/machines/:id/*" element={<Later Page={MachineRoutes} />} />
      <Route path="*" element={<NotFoundPage />} />
    </Routes>
  );
}

function Later({ Page }: { Page: ComponentType }) {
  return (
    <Caught>
      <Suspense fallback={<p className="page">{words['page.opening']()}</p>}>
        <Page />
      </Suspense>
    </Caught>
  );
}
