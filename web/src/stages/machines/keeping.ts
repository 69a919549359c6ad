import type { MachineRow, Restored } from '@rhizotome/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, Unreachable } from '../../api/client.js';
import { chooseFile } from '../../parts/choose-file.js';
import { download, fileName } from '../../parts/download.js';
import { words } from '../../words/first-page.js';
import { BENCH } from './queries.js';
import { whyOf } from '../../parts/why-of.js';

/** Backups and machines as files. `said` is what came of the last of them, until it is let go. */
export function useKeeping() {
  const client = useQueryClient();
  const [said, setSaid] = useState<{ readonly text: string; readonly failed: boolean } | null>(null);
  const doing = (work: () => Promise<string | null>) =>
    void work()
      .then(async (text) => {
        await client.invalidateQueries({ queryKey: BENCH });
        setSaid(text === null ? null : { text, failed: false });
      })
      .catch((error: unknown) => setSaid({ text: inWords(error), failed: true }));
  return {
    said,
    forget: () => setSaid(null),
    backup: () =>
      doing(async () => {
        const date = new Date().toISOString().slice(0, 10);
        download(words['keeping.backup-file'](date), await api.backup());
        return null;
      }),
    restore: () =>
      chooseFile('.sqlite,application/octet-stream', (file) =>
        doing(async () => {
          return restoredSays(await api.restoreBackup(file));
        }),
      ),
    open: () =>
      chooseFile('.json,application/json', (file) =>
        doing(async () => {
          const { left } = await api.putIn(jsonIn(await file.text(), file.name));
          return words['keeping.added'](left.length);
        }),
      ),
    save: ({ id, name }: MachineRow) =>
      doing(async () => {
        const text = JSON.stringify(await api.archive(id), null, 1);
        const blob = new Blob([text], { type: 'application/json' });
        download(words['keeping.machine-file'](fileName(name)), blob);
        return null;
      }),
  };
}

/** What came of a backup, in words. */
export function restoredSays(done: Restored): string {
  return words['keeping.restored']({
    added: done.added.length,
    deleted: done.deleted.length,
    renewed: done.renewed.length,
    beside: done.beside.length,
    same: done.same.length,
    damaged: done.damaged.length,
    full: done.full.length,
    left: done.left.length,
  });
}

export type Keeping = ReturnType<typeof useKeeping>;

/** The deleted machines, and what can be done with them. */
export function useDeleted() {
  const client = useQueryClient();
  const list = useQuery({ queryKey: [...BENCH, 'deleted'], queryFn: api.deleted, staleTime: 0 });
  const onSuccess = () => client.invalidateQueries({ queryKey: BENCH });
  const putBack = useMutation({ mutationFn: (id: string) => api.restore(id), onSuccess });
  const empty = useMutation({ mutationFn: () => api.emptyDeleted(), onSuccess });
  const failed = [list, putBack, empty].find((query) => query.error)?.error;
  return {
    machines: list.data,
    problem: failed ? inWords(failed) : null,
    putBack: (id: string) => putBack.mutate(id),
    empty: () => empty.mutate(),
  };
}

function jsonIn(text: string, file: string): object {
  try {
    const value: unknown = JSON.parse(text);
    if (typeof value === 'object' && value !== null) return value;
  } catch {
    // Told below.
  }
  throw new Error(words['keeping.not-json'](file));
}

function inWords(error: unknown): string {
  if (error instanceof Unreachable) return words['keeping.unreachable']();
  return whyOf(error);
}
