import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, Unreachable } from '../../api/client.js';
import type { MachineRow } from '@rhizotome/core';
import { words } from '../../words/words.js';

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
  const rename = useMutation({
    mutationFn: ({ id, name }: { id: string; name: string }) => api.rename(id, name),
    onSuccess: refresh,
  });
  const duplicate = useMutation({ mutationFn: api.duplicate, onSuccess: refresh });
  const remove = useMutation({
    mutationFn: (machine: MachineRow) => api.remove(machine.id),
    onSuccess: (_, machine) => {
      setRemoved(machine);
      return refresh();
    },
  });
  const restore = useMutation({
    mutationFn: (machine: MachineRow) => api.restore(machine.id),
    onSuccess: () => {
      setRemoved(null);
      return refresh();
    },
  });
  const demo = useMutation({ mutationFn: api.loadDemo, onSuccess: refresh });
  const failed = [list, create, rename, duplicate, remove, restore, demo].find((q) => q.error);
  return {
    machines: list.data,
    problem: inWords(failed?.error ?? null),
    retry: () => {
      for (const mutation of [create, rename, duplicate, remove, restore, demo]) mutation.reset();
      void list.refetch();
    },
    create: (name: string) => create.mutateAsync(name).then((machine) => machine.id),
    creating: create.isPending,
    rename: (id: string, name: string) => rename.mutate({ id, name }),
    duplicate: (id: string) => duplicate.mutate(id),
    remove: (machine: MachineRow) => remove.mutate(machine),
    removed,
    putBack: () => removed && restore.mutate(removed),
    loadDemo: () => demo.mutate(),
  };
}
