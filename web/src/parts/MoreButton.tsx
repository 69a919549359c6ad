import { lazy, Suspense, useState } from 'react';
import { MoreTarget } from './MoreTarget.js';

export interface Action {
  readonly title: string;
  readonly run: () => void;
}

interface Props {
  readonly label: string;
  readonly actions: readonly Action[];
}

/** Menus come when the first is opened. */
const ActionsMenu = lazy(() => import('./ActionsMenu.js').then((m) => ({ default: m.ActionsMenu })));

/** Opens a menu of what else can be done. */
export function MoreButton({ label, actions }: Props) {
  const [asked, setAsked] = useState(false);
  const button = <MoreTarget label={label} onClick={() => setAsked(true)} />;
  if (!asked) return button;
  return (
    <Suspense fallback={button}>
      <ActionsMenu label={label} actions={actions} />
    </Suspense>
  );
}
