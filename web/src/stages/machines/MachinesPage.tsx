import { Button, Input } from '@mantine/core';
import { lazy, Suspense, useState, type FormEvent } from 'react';
import { Link, useNavigate } from 'react-router';
import type { MachineRow } from '@rhizotome/core';
import { sayOverview } from '../../words/say-overview.js';
import { words } from '../../words/first-page.js';
import { MoreButton } from '../../parts/MoreButton.js';
import { FrontPage } from '../../shell/FrontPage.js';
import classes from './MachinesPage.module.css';
import { BeginField } from './begin/BeginField.js';
import { MachineList } from './MachineList.js';
import { MiniCore } from './MiniCore.js';
import { useKeeping } from './keeping.js';
import { useBench } from './queries.js';

const RenameDialog = lazy(() =>
  import('../../parts/RenameDialog.js').then((m) => ({ default: m.RenameDialog })),
);

const BackupsDialog = lazy(() => import('./BackupsDialog.js').then((m) => ({ default: m.BackupsDialog })));
const DeletedDialog = lazy(() => import('./DeletedDialog.js').then((m) => ({ default: m.DeletedDialog })));

/** The home page: every machine, and where each stands. */
export function MachinesPage() {
  const bench = useBench();
  const [renaming, setRenaming] = useState<MachineRow | null>(null);
  const keeping = useKeeping();
  const navigate = useNavigate();
  const [shown, show] = useState<'deleted' | 'backups' | null>(null);
  const { machines } = bench;
  return (
    <FrontPage beside={<p className="soft">{words['machines.plan-how-divide-one']()}</p>}>
      <main>
        <div className={classes.title}>
          <h1>{words['machines.machines']()}</h1>
          <div className={classes.add}>
            <NewMachine create={bench.create} busy={bench.creating} />
            <MoreButton
              label={words['keeping.menu']()}
              actions={[
                { title: words['machines.recipe'](), run: () => void navigate('/recipe') },
                { title: words['keeping.open'](), run: keeping.open },
                { title: words['keeping.backup'](), run: keeping.backup },
                { title: words['keeping.restore'](), run: keeping.restore },
                { title: words['keeping.backups'](), run: () => show('backups') },
                { title: words['keeping.deleted'](), run: () => show('deleted') },
              ]}
            />
          </div>
        </div>
        {bench.problem && (
          <div role="alert" className={classes.problem}>
            <p>{bench.problem}</p>
            <Button size="xs" variant="default" onClick={bench.retry}>
              {words['common.try-again']()}
            </Button>
          </div>
        )}
        {machines && <BeginField first={machines.length === 0} />}
        <Machines bench={bench} keeping={keeping} rename={setRenaming} />
      </main>
      <Said bench={bench} keeping={keeping} />
      <Suspense>
        {shown === 'deleted' && <DeletedDialog close={() => show(null)} />}
        {shown === 'backups' && <BackupsDialog close={() => show(null)} />}
      </Suspense>
      {renaming && (
        <Suspense>
          <RenameDialog
            name={renaming.name}
            save={(name) => bench.rename(renaming.id, name)}
            close={() => setRenaming(null)}
          />
        </Suspense>
      )}
    </FrontPage>
  );
}

interface BenchProps {
  readonly bench: ReturnType<typeof useBench>;
  readonly keeping: ReturnType<typeof useKeeping>;
}

function Machines({ bench, keeping, rename }: BenchProps & { rename: (machine: MachineRow) => void }) {
  const { machines, problem } = bench;
  if (machines === undefined)
    return problem ? null : <p role="status">{words['machines.loading-machines']()}</p>;
  if (machines.length === 0) return <Empty loadDemo={bench.loadDemo} />;
  return (
    <MachineList
      machines={machines}
      row={(machine) => (
        <Row
          key={machine.id}
          machine={machine}
          rename={() => rename(machine)}
          duplicate={() => bench.duplicate(machine.id)}
          save={() => keeping.save(machine)}
          remove={() => bench.remove(machine)}
        />
      )}
    />
  );
}

/** What was just done, and how it is undone. */
function Said({ bench, keeping }: BenchProps) {
  return (
    <>
      {bench.removed && (
        <div className={classes.undo} role="status">
          <span>{words['machines.was-deleted'](bench.removed.name)}</span>
          <Button size="xs" variant="default" onClick={bench.putBack}>
            {words['common.undo']()}
          </Button>
        </div>
      )}
      {keeping.said && (
        <div className={classes.undo} role={keeping.said.failed ? 'alert' : 'status'}>
          <span>{keeping.said.text}</span>
          <Button size="xs" variant="default" onClick={keeping.forget}>
            {words['keeping.ok']()}
          </Button>
        </div>
      )}
    </>
  );
}

function NewMachine({ create, busy }: { create: (name: string) => Promise<string>; busy: boolean }) {
  const [name, setName] = useState('');
  const navigate = useNavigate();
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (name.trim() === '') return;
    const id = await create(name.trim()).catch(() => null);
    if (id) await navigate(`/machines/${id}/machine`);
  };
  return (
    <form className={classes.new} onSubmit={(event) => void submit(event)}>
      <Input
        aria-label={words['machines.name-new-machine']()}
        placeholder={words['machines.name-machine']()}
        value={name}
        maxLength={80}
        onChange={(e) => setName(e.currentTarget.value)}
      />
      <Button type="submit" loading={busy} disabled={name.trim() === ''}>
        {words['machines.add-machine']()}
      </Button>
    </form>
  );
}

interface RowProps {
  readonly machine: MachineRow;
  readonly rename: () => void;
  readonly duplicate: () => void;
  readonly save: () => void;
  readonly remove: () => void;
}

function Row({ machine, rename, duplicate, save, remove }: RowProps) {
  const { id, name, story, overview } = machine;
  const [opened] = useState(() => Date.now());
  if (!overview) return <DamagedRow machine={machine} remove={remove} />;
  const { blocker, hazard, caution } = overview.findings;
  return (
    <li className={classes.row}>
      <MiniCore strata={overview.strata} />
      <div className={classes.name}>
        <Link to={`/machines/${id}/${overview.stages['as-found'] === 'empty' ? 'as-found' : 'layout'}`}>
          {name}
        </Link>
        <p className="soft small">{story}</p>
      </div>
      <span className={classes.disk}>{sayOverview(overview.disk)}</span>
      <span className={classes.findings}>
        {blocker > 0 && <span data-sign="blocker">{words['machines.blockers'](blocker)}</span>}
        {hazard > 0 && <span data-sign="hazard">{words['machines.hazards'](hazard)}</span>}
        {caution > 0 && <span data-sign="caution">{words['machines.cautions'](caution)}</span>}
      </span>
      <Link
        className={classes.next}
        data-due={(overview.due !== null && Date.parse(overview.due) <= opened) || undefined}
        to={`/machines/${id}/${overview.nextStage}`}
      >
        {sayOverview(overview.next)}
      </Link>
      <MoreButton
        label={words['machines.more-for'](name)}
        actions={[
          { title: words['common.rename'](), run: rename },
          { title: words['common.duplicate'](), run: duplicate },
          { title: words['keeping.save'](), run: save },
          { title: words['common.delete'](), run: remove },
        ]}
      />
    </li>
  );
}

/** A machine of which what is stored cannot be read: why, and what can still be done with it. */
function DamagedRow({ machine, remove }: Pick<RowProps, 'machine' | 'remove'>) {
  const { name, damage } = machine;
  return (
    <li className={classes.row}>
      <span aria-hidden />
      <div className={classes.name}>
        <strong>{name}</strong> <span data-sign="blocker">{words['machines.damaged']()}</span>
        <p className="soft small">{damage}</p>
      </div>
      <span />
      <span />
      <span />
      <MoreButton
        label={words['machines.more-for'](name)}
        actions={[{ title: words['common.delete'](), run: remove }]}
      />
    </li>
  );
}

function Empty({ loadDemo }: { loadDemo: () => void }) {
  return (
    <div className={classes.empty}>
      <h2>{words['machines.there-no-machines-yet']()}</h2>
      <p className="soft">{words['machines.add-machine-or-load']()}</p>
      <Button variant="default" onClick={loadDemo}>
        {words['machines.load-example-machines']()}
      </Button>
    </div>
  );
}
