import { Button, FileButton, TextInput } from '@mantine/core';
import {
  formatBoth,
  looksLikeEnd,
  parseSize,
  proposeDiskBytes,
  surveyFromCapture,
  type CapturedFile,
} from '@rhizotome/core';
import { useRef, useState, type DragEvent } from 'react';
import type { WayProps } from './ReadDisk.js';
import classes from './ReadDisk.module.css';

/** A capture is a MiB; anything much larger is another kind of file. */
const LARGEST_FILE_BYTES = 64 * 1024 * 1024;

/** The first and the last MiB of the disk, dropped or picked, and its size. */
export function CaptureWay({ identity, adopt }: WayProps) {
  const [head, setHead] = useState<CapturedFile | null>(null);
  const [tail, setTail] = useState<CapturedFile | null>(null);
  const [typedSize, setTypedSize] = useState('');
  const [over, setOver] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const proposed = proposeDiskBytes(head?.bytes, tail?.bytes);
  const size = typedSize.trim() === '' ? proposed?.bytes : diskBytes(typedSize);

  const take = async (files: readonly File[], asEnd?: 'head' | 'tail') => {
    setProblem(null);
    for (const file of files) {
      if (file.size > LARGEST_FILE_BYTES) {
        setProblem(
          `“${file.name}” has ${formatBoth(file.size)}. A capture is the first or the last MiB of a disk; whole images are not read yet.`,
        );
        continue;
      }
      const captured = { name: file.name, bytes: new Uint8Array(await file.arrayBuffer()) };
      const end =
        asEnd ?? looksLikeEnd(captured.bytes) ?? (/tail|end|last/i.test(file.name) ? 'tail' : 'head');
      if (end === 'tail') setTail(captured);
      else setHead(captured);
    }
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
      <details>
        <summary>How to capture them on the machine</summary>
        <p className="small soft">
          In any Linux session on it, with the disk’s own name in place of nvme0n1:
        </p>
        <code className={classes.command}>
          dd if=/dev/nvme0n1 of=head.bin bs=1M count=1
          <br />
          blockdev --getsize64 /dev/nvme0n1
          <br />
          dd if=/dev/nvme0n1 of=tail.bin bs=512 skip=$(( $(blockdev --getsize64 /dev/nvme0n1) / 512 - 2048 ))
        </code>
      </details>
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
        <p>Drop both files here, or pick them:</p>
        <div className={classes.ends}>
          <End name="Head: the first MiB" file={head} pick={(file) => void take([file], 'head')} />
          <End name="Tail: the last MiB" file={tail} pick={(file) => void take([file], 'tail')} />
        </div>
      </div>
      <div className={classes.size}>
        <TextInput
          label="Size of the disk"
          w={260}
          value={typedSize}
          placeholder={proposed ? String(proposed.bytes) : '512110190592'}
          error={
            typedSize.trim() !== '' && size === undefined
              ? 'A number of bytes, or a size with its unit.'
              : null
          }
          onChange={(event) => setTypedSize(event.currentTarget.value)}
        />
        <p className="small soft" style={{ paddingTop: '1.7rem' }}>
          {size !== undefined ? formatBoth(size) : 'In bytes, as blockdev or lsblk prints it.'}
          {typedSize.trim() === '' && proposed && ` – told by the table in the ${proposed.from}`}
        </p>
      </div>
      {problem && (
        <p role="alert" className={classes.refusal}>
          {problem}
        </p>
      )}
      <div>
        <Button onClick={read} disabled={!head || !tail || !size}>
          Read the disk
        </Button>
      </div>
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

function End({ name, file, pick }: { name: string; file: CapturedFile | null; pick: (file: File) => void }) {
  const reset = useRef<() => void>(null);
  return (
    <div className={classes.end}>
      <h3>{name}</h3>
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
            {file ? 'Pick another' : 'Pick a file'}
          </Button>
        )}
      </FileButton>
      <span className="small soft">{file ? `${file.name}, ${file.bytes.length} bytes` : 'none yet'}</span>
    </div>
  );
}
