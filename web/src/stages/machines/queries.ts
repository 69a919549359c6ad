import { useInfiniteQuery, useMutation, useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { api, Unreachable, type MachinePage } from '../../api/client.js';
import type { MachineRow } from '@rhizotome/core';
import { words } from '../../words/first-page.js';

export const BENCH = ['bench'];

/** Asked for whenever the list is shown; what was fetched for the first drawing of the page is not asked for twice. */
export const BENCH_QUERY = {
  queryKey: BENCH,
  queryFn: ({ pageParam }: { readonly pageParam: string | null }) => api.machines(pageParam),
  initialPageParam: null as string | null,
  getNextPageParam: (last: MachinePage) => last.next,
  staleTime: 200,
};

function inWords(error: Error | null): string | null {
  if (!error) return null;
  return error instanceof Unreachable ? words['machines.server-does-not-answer']() : error.message;
}

/** The list of machines, and what can be done with it. Deleting can be undone. */
export function useBench() {
  const client = useQueryClient();
  const [removed, setRemoved] = useState<MachineRow | null>(null);
  const list = useInfiniteQuery(BENCH_QUERY);
  const { data, hasNextPage, isFetching, fetchNextPage } = list;
  const machines = useMemo(() => data?.pages.flatMap(({ rows }) => rows), [data]);
  // The first are shown meanwhile; whoever searches, searches all.
  useEffect(() => {
    if (hasNextPage && !isFetching) void fetchNextPage();
  }, [hasNextPage, isFetching, fetchNextPage]);
  const refresh = () => client.invalidateQueries({ queryKey: BENCH });
  const create = useMutation({ mutationFn: api.create, onSuccess: refresh });
  /** Everything that is done to machines that are there. */
  const doing = useMutation({ mutationFn: (work: () => Promise<unknown>) => work(), onSuccess: refresh });
  const failed = [list, create, doing].find((q) => q.error);
  return {
    machines,
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
