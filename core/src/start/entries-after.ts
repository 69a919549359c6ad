import { entryName, type BootEntries } from '../firmware/index.js';
import { namedBy, type Plan } from '../plan/index.js';
import { message, type Message } from '../words/index.js';
import { startOf, systemsAfter } from './start.js';

export type EntriesSay = Message<
  'entries.as-planned' | 'entries.first-is' | 'entries.order-is' | 'entries.unseen' | 'entries.left'
>;

/**
 * How the boot entries of a machine on which the plan was carried out stand to it: whose entry is missed, whose is left
 * over, and the order. Entries are known by their names alone; what is not clear is put as a question.
 */
export function entriesAfter(plan: Plan, { entries }: BootEntries): EntriesSay[] {
  const staying = systemsAfter(plan);
  const { ways, order } = startOf(plan);
  const own = order.filter((s) =>
    ways.some((w) => w.system.id === s.id && w.by === null && w.place?.kind === 'efi'),
  );
  const known = entries
    .filter((e) => e.active)
    .map((entry) => ({ entry, system: namedBy(entry, plan.systems) }));
  const seen = known.flatMap(({ system }) => (system && own.includes(system) ? [system] : []));
  const inOrder = own.filter((s) => seen.includes(s));
  const [first] = new Set(seen);
  const says: EntriesSay[] = [
    ...own.filter((s) => !seen.includes(s)).map(({ name }) => message('entries.unseen', { system: name })),
    ...known
      .filter(({ system }) => system && !staying.includes(system))
      .map(({ entry }) =>
        message('entries.left', { entry: entry.description, number: entryName(entry.number) }),
      ),
  ];
  if (first && inOrder[0] && first !== inOrder[0])
    says.push(message('entries.first-is', { system: first.name, planned: inOrder[0].name }));
  else if ([...new Set(seen)].some((s, i) => s !== inOrder[i]))
    says.push(message('entries.order-is', { planned: inOrder.map((s) => s.name) }));
  return says.length > 0 ? says : [message('entries.as-planned')];
}
