import { Button, FileButton, Loader, TextInput } from '@mantine/core';
import {
  formatBinary,
  formatBoth,
  isCaptureArchive,
  isQcow2,
  looksLikeEnd,
  parseSize,
  proposeDiskBytes,
  SparseBytes,
  surveyFromCapture,
  type CapturedFile,
} from '@rhizotome/core';
import { useEffect, useRef, useState, type DragEvent } from 'react';
import { readDisk, type Progress } from '../../workers/read-disk.js';
import type { WayProps } from './WaysIn.js';
import classes from './ReadDisk.module.css';
import { words } from '../../words/words.js';

/** What is asked for at an end of the disk is a MiB; a larger file that is dropped is taken for a whole image. */
const LARGEST_END_BYTES = 2 * 1024 * 1024;
const LARGEST_PICKED_END_BYTES = 64 * 1024 * 1024;

/** Files: the image of a disk, or a capture of it, or its first and last MiB. They are read in place. */
export function FilesWay({ identity, adopt }: WayProps) {
  const [head, setHead] = useState<CapturedFile | null>(null);
  const [tail, setTail] = useState<CapturedFile | null>(null);
  const [typedSize, setTypedSize] = useState('');
  const [over, setOver] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [reading, setReading] = useState<{ name: string; progress: Progress | null } | null>(null);
  const cancel = useRef<(() => void) | null>(null);
  useEffect(() => () => cancel.current?.(), []);
  const proposed = proposeDiskBytes(head?.bytes, tail?.bytes);
  const size = typedSize.trim() === '' ? proposed?.bytes : diskBytes(typedSize);

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
    else setProblem(`“${file.name}”: ${outcome.refusal.message}`);
  };
  const take = async (files: readonly File[], asEnd?: 'head' | 'tail') => {
    setProblem(null);
    for (const file of files) {
      const bytes = file.size > LARGEST_PICKED_END_BYTES ? null : new Uint8Array(await file.arrayBuffer());
      if (!bytes || (!asEnd && (file.size > LARGEST_END_BYTES || isImage(bytes)))) {
        await readImage(file);
        return;
      }
      const captured = { name: file.name, bytes };
      const end = asEnd ?? looksLikeEnd(bytes) ?? (/tail|end|last/i.test(file.name) ? 'tail' : 'head');
      if (end === 'tail') setTail(captured);
      else setHead(captured);
    }
  };
  const stop = () => {
    cancel.current?.();
    cancel.current = null;
    setReading(null);
  };
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    void take([...event.dataTransfer.files]);
  };
  const read = () => {
    if (!head || !tail || !size) return;
    const outcome = surveyFromCapture({ head, tail, diskBytes: size }, identity());
    if (outcome.ok) adopt(outcome.survey);
    else setProblem(outcome.refusal.message);
  };

  return (
    <div className={classes.stack}>
      <div
        className={classes.drop}
        data-over={over}
        data-testid="drop"
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={drop}
      >
        <div className={classes.image}>
          <div>
            <h3>{words['as-found.disk-image']()}</h3>
            <p className="small soft">{words['as-found.drop-raw-or-qcow2']()}</p>
          </div>
          <PickFile label={words['as-found.choose-image']()} pick={(file) => void take([file])} />
        </div>
        {reading && (
          <div role="status" className={classes.reading}>
            <Loader size="xs" />
            <span>
              {words['as-found.reading-file'](
                reading.name,
                reading.progress?.at ?? words['as-found.table'](),
                reading.progress ? formatBinary(reading.progress.bytesRead) : null,
              )}
            </span>
            <Button size="compact-xs" variant="default" onClick={stop}>
              {words['as-found.cancel']()}
            </Button>
          </div>
        )}
        <div className={classes.or}>{words['as-found.or-two-ends-disk']()}</div>
        <div className={classes.ends}>
          <End name={words['as-found.head']()} file={head} pick={(file) => void take([file], 'head')} />
          <End name={words['as-found.tail']()} file={tail} pick={(file) => void take([file], 'tail')} />
        </div>
        <details>
          <summary>{words['as-found.how-capture-two-ends']()}</summary>
          <p className="small soft">{words['as-found.run-these-linux-machine']()}</p>
          <code className={classes.command}>
            dd if=/dev/nvme0n1 of=head.bin bs=1M count=1
            <br />
            blockdev --getsize64 /dev/nvme0n1
            <br />
            dd if=/dev/nvme0n1 of=tail.bin bs=512 skip=$(( $(blockdev --getsize64 /dev/nvme0n1) / 512 - 2048
            ))
          </code>
        </details>
      </div>
      {(head || tail) && (
        <div className={classes.size}>
          <TextInput
            label={words['as-found.size-disk']()}
            w={260}
            value={typedSize}
            placeholder={proposed ? String(proposed.bytes) : '512110190592'}
            error={
              typedSize.trim() !== '' && size === undefined ? words['as-found.enter-number-bytes-or']() : null
            }
            onChange={(event) => setTypedSize(event.currentTarget.value)}
          />
          <p className="small soft" style={{ paddingTop: '1.7rem' }}>
            {size !== undefined ? formatBoth(size) : words['as-found.bytes-as-blockdev-or']()}
            {typedSize.trim() === '' && proposed && words['as-found.from-table'](proposed.from)}
          </p>
        </div>
      )}
      {problem && (
        <p role="alert" className={classes.refusal}>
          {problem}
        </p>
      )}
      {(head || tail) && (
        <div>
          <Button onClick={read} disabled={!head || !tail || !size}>
            {words['as-found.read-disk']()}
          </Button>
        </div>
      )}
    </div>
  );
}

/** A plain number is bytes here: that is how a disk's exact size is printed. */
function diskBytes(typed: string): number | undefined {
  const plain = typed.replace(/[\s_,]/g, '');
  if (/^\d+$/.test(plain)) return Number(plain);
  const size = parseSize(typed);
  return size.ok ? size.value : undefined;
}

/** Whether a small file is an image all the same: it says so itself. */
function isImage(bytes: Uint8Array): boolean {
  const file = new SparseBytes(bytes.length, [{ offset: 0, bytes }]);
  return isQcow2(file) || isCaptureArchive(file);
}

function PickFile({ label, pick }: { label: string; pick: (file: File) => void }) {
  const reset = useRef<() => void>(null);
  return (
    <FileButton
      resetRef={reset}
      onChange={(picked) => {
        if (!picked) return;
        pick(picked);
        // So that the same file, captured again, can be picked again.
        reset.current?.();
      }}
    >
      {(props) => (
        <Button {...props} variant="default" size="xs">
          {label}
        </Button>
      )}
    </FileButton>
  );
}

function End({ name, file, pick }: { name: string; file: CapturedFile | null; pick: (file: File) => void }) {
  return (
    <div className={classes.end}>
      <h3>{name}</h3>
      <PickFile
        label={file ? words['as-found.choose-another']() : words['as-found.choose-file']()}
        pick={pick}
      />
      <span className="small soft">
        {file ? words['as-found.bytes'](file.name, file.bytes.length) : words['as-found.none-yet']()}
      </span>
    </div>
  );
}
