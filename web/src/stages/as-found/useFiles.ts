import {
  LARGEST_END_BYTES,
  proposeDiskBytes,
  typedDiskBytes,
  whatFileIs,
  type CapturedFile,
  type End,
} from '@rhizotome/core';
import { useEffect, useRef, useState } from 'react';
import { whyOf } from '../../parts/why-of.js';
import { readGiven } from '../../workers/read-given.js';
import { readDisk, type Progress } from '../../workers/read-disk.js';
import type { WayProps } from './WaysIn.js';
import { text as textOf } from '../../words/say.js';
import { words } from '../../words/words.js';

/** Files that are given one after the other: an image is read at once, two ends wait for each other and the disk's size. */
export function useFiles({ identity, adopt }: WayProps) {
  const [head, setHead] = useState<CapturedFile | null>(null);
  const [tail, setTail] = useState<CapturedFile | null>(null);
  const [typedSize, setTypedSize] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [reading, setReading] = useState<{ name: string; progress: Progress | null } | null>(null);
  const cancel = useRef<(() => void) | null>(null);
  useEffect(() => () => cancel.current?.(), []);
  const proposed = proposeDiskBytes(head?.bytes, tail?.bytes);
  const size = typedSize.trim() === '' ? proposed?.bytes : typedDiskBytes(typedSize);

  const readImage = async (file: File) => {
    cancel.current?.();
    setReading({ name: file.name, progress: null });
    const under = readDisk({ file, identity: identity() }, (progress) =>
      setReading({ name: file.name, progress }),
    );
    cancel.current = under.cancel;
    const outcome = await under.result;
    cancel.current = null;
    setReading(null);
    if (outcome.ok) adopt(outcome.survey);
    else setProblem(words['reading.of-file'](file.name, textOf(outcome.refusal.says)));
  };
  const take = async (files: readonly File[], asked?: End) => {
    setProblem(null);
    for (const file of files) {
      const bytes = file.size > LARGEST_END_BYTES ? null : new Uint8Array(await file.arrayBuffer());
      const is = whatFileIs({ name: file.name, sizeBytes: file.size, bytes }, asked);
      if (is === 'image' || !bytes) {
        await readImage(file);
        return;
      }
      (is === 'tail' ? setTail : setHead)({ name: file.name, bytes });
    }
  };
  return {
    head,
    tail,
    /** In bytes; `undefined` while it is not known. */
    size,
    proposed,
    typedSize,
    setTypedSize,
    problem,
    reading,
    take,
    /** Gives up what is being read. */
    stop: () => {
      cancel.current?.();
      cancel.current = null;
      setReading(null);
    },
    /** Reads the two ends, once both are there and the size is known. */
    read: () => {
      if (!head || !tail || !size) return;
      const under = readGiven(head.name, 'surveyFromCapture', { head, tail, diskBytes: size }, identity());
      cancel.current = under.cancel;
      void under.result.then(
        (outcome) => (outcome.ok ? adopt(outcome.survey) : setProblem(textOf(outcome.refusal.says))),
        (error: unknown) => setProblem(textOf(whyOf(error))),
      );
    },
  };
}

export type Files = ReturnType<typeof useFiles>;
