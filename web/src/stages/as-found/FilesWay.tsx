import { Button, FileButton, Loader, TextInput } from '@mantine/core';
import { formatBinary, formatBoth, type CapturedFile, type ReadingStep } from '@rhizotome/core';
import { useRef, useState, type DragEvent } from 'react';
import { words } from '../../words/words.js';
import { useFiles, type Files } from './useFiles.js';
import type { WayProps } from './WaysIn.js';
import classes from './ReadDisk.module.css';

/** Files: the image of a disk, or a capture of it, or its first and last MiB. They are read in place. */
export function FilesWay(props: WayProps) {
  const files = useFiles(props);
  const { head, tail, size, problem, take } = files;
  const [over, setOver] = useState(false);
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    void take([...event.dataTransfer.files]);
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
        <Reading files={files} />
        <div className={classes.or}>{words['as-found.or-two-ends-disk']()}</div>
        <div className={classes.ends}>
          <End name={words['as-found.head']()} file={head} pick={(file) => void take([file], 'head')} />
          <End name={words['as-found.tail']()} file={tail} pick={(file) => void take([file], 'tail')} />
        </div>
        <HowToCapture />
      </div>
      {(head || tail) && <DiskSize files={files} />}
      {problem && (
        <p role="alert" className={classes.refusal}>
          {problem}
        </p>
      )}
      {(head || tail) && (
        <div>
          <Button onClick={files.read} disabled={!head || !tail || !size}>
            {words['common.read-disk']()}
          </Button>
        </div>
      )}
    </div>
  );
}

function Reading({ files: { reading, stop } }: { files: Files }) {
  if (!reading) return null;
  const { name, progress } = reading;
  return (
    <div role="status" className={classes.reading}>
      <Loader size="xs" />
      <span>
        {words['as-found.reading-file'](
          name,
          whereAt(progress?.at),
          progress ? formatBinary(progress.bytesRead) : null,
        )}
      </span>
      <Button size="compact-xs" variant="default" onClick={stop}>
        {words['as-found.cancel']()}
      </Button>
    </div>
  );
}

const whereAt = (at: ReadingStep | undefined) =>
  at?.kind === 'partition'
    ? words['reading.partition'](at.number, at.done + 1, at.of)
    : words['as-found.table']();

function HowToCapture() {
  return (
    <details>
      <summary>{words['as-found.how-capture-two-ends']()}</summary>
      <p className="small soft">{words['as-found.run-these-linux-machine']()}</p>
      <code className={classes.command}>
        dd if=/dev/nvme0n1 of=head.bin bs=1M count=1
        <br />
        blockdev --getsize64 /dev/nvme0n1
        <br />
        dd if=/dev/nvme0n1 of=tail.bin bs=512 skip=$(( $(blockdev --getsize64 /dev/nvme0n1) / 512 - 2048 ))
      </code>
    </details>
  );
}

/** How large the disk is: told by its own table, or typed. */
function DiskSize({ files: { size, proposed, typedSize, setTypedSize } }: { files: Files }) {
  const typed = typedSize.trim() !== '';
  return (
    <div className={classes.size}>
      <TextInput
        label={words['as-found.size-disk']()}
        w={260}
        value={typedSize}
        placeholder={proposed ? String(proposed.bytes) : '512110190592'}
        error={typed && size === undefined ? words['as-found.enter-number-bytes-or']() : null}
        onChange={(event) => setTypedSize(event.currentTarget.value)}
      />
      <p className="small soft" style={{ paddingTop: '1.7rem' }}>
        {size !== undefined ? formatBoth(size) : words['as-found.bytes-as-blockdev-or']()}
        {!typed && proposed && words['as-found.from-table'](proposed.from)}
      </p>
    </div>
  );
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
