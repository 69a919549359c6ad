import { same, takeUpEdit, type Alternative, type Plan, message } from '@rhizotome/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, Unreachable } from '../api/client.js';
import { useEdit, useOpenMachine, useOpenState } from './context.js';
import { words } from '../words/words.js';

/** What the server keeps of a machine under names, and the calls that change it. */
function useKeptPlans() {
  const { id, open } = useOpenMachine();
  const client = useQueryClient();
  const queryKey = ['alternatives', id];
  const [removed, setRemoved] = useState<Alternative | null>(null);
  const list = useQuery({
    queryKey,
    queryFn: async () => {
      const kept = await api.alternatives(id);
      await open.know(kept.flatMap(({ plan }) => plan.surveyId ?? []));
      return kept;
    },
  });
  const onSuccess = () => client.invalidateQueries({ queryKey });
  const keep = useMutation({
    mutationFn: async (name: string) => {
      const revision = await open.saved();
      return api.keepPlan(id, name, revision, open.getState().plan);
    },
    onSuccess,
  });
  const rename = useMutation({
    mutationFn: ({ kept, name }: { kept: Alternative; name: string }) =>
      api.renameAlternative(id, kept.id, name),
    onSuccess,
  });
  const duplicate = useMutation({
    mutationFn: (kept: Alternative) => api.duplicateAlternative(id, kept.id),
    onSuccess,
  });
  const remove = useMutation({
    mutationFn: (kept: Alternative) => api.removeAlternative(id, kept.id),
    onSuccess: (_, kept) => {
      setRemoved(kept);
      return onSuccess();
    },
  });
  const restore = useMutation({
    mutationFn: (kept: Alternative) => api.restoreAlternative(id, kept.id),
    onSuccess: () => {
      setRemoved(null);
      return onSuccess();
    },
  });
  return { removed, list, keep, rename, duplicate, remove, restore };
}

/** Plans kept under names: points to come back to, and other ways to compare with. Deleting can be undone. */
export function useAlternatives() {
  const { plan } = useOpenState();
  const { attempt } = useEdit();
  const { removed, list, keep, rename, duplicate, remove, restore } = useKeptPlans();
  const failed = [list, keep, rename, duplicate, remove, restore].find((query) => query.error)?.error;
  return {
    kept: list.data,
    problem: failed ? inWords(failed) : null,
    keep: (name: string) =>
      keep.mutateAsync(name).then(
        () => true,
        () => false,
      ),
    keeping: keep.isPending,
    rename: (kept: Alternative, name: string) => rename.mutate({ kept, name }),
    duplicate: (kept: Alternative) => duplicate.mutate(kept),
    remove: (kept: Alternative) => remove.mutate(kept),
    removed,
    putBack: () => removed && restore.mutate(removed),
    /** Makes it the plan, as one edit. */
    takeUp: (kept: Alternative) =>
      attempt(takeUpEdit(plan, kept.plan, message('edit.use-plan', { name: kept.name }))),
    stands: (kept: Alternative) => samePlan(kept.plan, plan),
  };
}

function inWords(error: Error): string {
  return error instanceof Unreachable ? words['open.server-does-not-answer']() : error.message;
}

/** Whether two plans decide the same; facts of the machine and ticks aside. */
function samePlan(a: Plan, b: Plan): boolean {
  const decided = ({ surveyId, target, systems, found, partitions, container, start }: Plan) => [
    surveyId,
    target,
    systems,
    found,
    partitions,
    container,
    start,
  ];
  return same(decided(a), decided(b));
}
