import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, Unreachable } from '../../api/client.js';
import type { MachineRow } from '@rhizotome/core';
import { words } from '../../words/first-page.js';

export const BENCH = ['bench'];

/** Asked for whenever the list is shown; what was fetched for the first drawing of the page is not asked for twice. */
export const BENCH_QUERY = { queryKey: BENCH, queryFn: api.list, staleTime: 200 };

function inWords(error: Error | null): string | null {
  if (!error) return null;
  return error instanceof Unreachable ? words['machines.server-does-not-answer']() : error.message;
}

/** The list of machines, and what can be done with it. Deleting can be undone. */
export function useBench() {
  const client = useQueryClient();
  const [removed, setRemoved] = useState<MachineRow | null>(null);
  const list = useQuery(BENCH_QUERY);
  const refresh = () => client.invalidateQueries({ queryKey: BENCH });
  const create = useMutation({ mutationFn: api.create, onSuccess: refresh });
  /** Everything that is done to machines that are there. */
  const doing = useMutation({ mutationFn: (work: () => Promise<unknown>) => work(), onSuccess: refresh });
  const failed = [list, create, doing].find((q) => q.error);
  return {
    machines: list.data,
    problem: inWords(failed?.error ?? null),
    retry: () => {
      create.reset();
      doing.reset();
      void list.refetch();
    },
    create: (name: string) => create.mutateAsync(name).then((machine) => machine.id),
    creating: create.isPending,
    rename: (id: string, name: string) => doing.mutate(() => api.rename(id, name)),
    duplicate: (id: string) => doing.mutate(() => api.duplicate(id)),
    remove: (machine: MachineRow) =>
      doing.mutate(() => api.remove(machine.id).then(() => setRemoved(machine))),
    removed,
    putBack: () => removed && doing.mutate(() => api.restore(removed.id).then(() => setRemoved(null))),
    loadDemo: () => doing.mutate(() => api.loadDemo()),
  };
}
