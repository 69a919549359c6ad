import { Button } from '@mantine/core';
import {
  formatBinary,
  formatBoth,
  formatDecimal,
  safetyCopyZip,
  type Survey,
  type SurveyPartition,
} from '@rhizotome/core';
import { useOpenMachine } from '../../open/context.js';
import { download, fileName } from '../../parts/download.js';
import { DamageList } from './DamageList.js';
import classes from './FoundTable.module.css';
import { words } from '../../words/words.js';
import { volumeName } from '../../words/names.js';
import { FoundRow } from './FoundRow.js';
import { catalogue } from '../../words/say.js';
import { Explained } from '../../parts/Explained.js';

/** Every part of the reading: what it is said to be, whose it is, and how much is used on what evidence. */
export function FoundTable({ survey, readAgain }: { survey: Survey; readAgain: () => void }) {
  return (
    <>
      <Head survey={survey} readAgain={readAgain} />
      <Problems survey={survey} />
      <Parts survey={survey} />
    </>
  );
}

/** What was read, from where and when; the safety copy of its table. */
function Head({ survey, readAgain }: { survey: Survey; readAgain: () => void }) {
  const { name } = useOpenMachine();
  const saveTable = () => {
    const zip = safetyCopyZip(catalogue, survey, name) as Uint8Array<ArrayBuffer> | undefined;
    if (zip) download(`${fileName(name)}-table.zip`, new Blob([zip]));
  };
  return (
    <div className={classes.head}>
      <div>
        <h1>{words['as-found.as-found']()}</h1>
        <p className="soft">
          <Explained>{summary(survey)}</Explained>
        </p>
      </div>
      <div className={classes.buttons}>
        {survey.safetyCopy !== undefined && (
          <Button
            variant="default"
            onClick={saveTable}
            title={words['as-found.download-sectors-partition-table']()}
          >
            {words['as-found.safety-copy']()}
          </Button>
        )}
        <Button variant="default" onClick={readAgain}>
          {words['as-found.read-again']()}
        </Button>
      </div>
    </div>
  );
}

function Problems({ survey }: { survey: Survey }) {
  const { bareVolume } = survey.disk;
  return (
    <>
      {bareVolume && (
        <div className={classes.damage} role="note">
          <strong>{words['as-found.there-no-partition-table']()}</strong>
          <p>
            {words['as-found.bare'](
              bareVolume.variant ?? volumeName(bareVolume.kind),
              bareVolume.label ?? '',
              bareVolume.usedBytes === undefined ? null : formatBoth(bareVolume.usedBytes),
            )}
          </p>
        </div>
      )}
      {survey.damage.length > 0 && (
        <div className={classes.damage} role="note">
          <strong>{words['as-found.partition-table-has-problems']()}</strong>
          <DamageList survey={survey} />
        </div>
      )}
    </>
  );
}

function Parts({ survey }: { survey: Survey }) {
  const { disk, partitions, containers = [] } = survey;
  if (partitions.length === 0)
    return disk.bareVolume ? null : (
      <p>{words['as-found.disk-has-no-partitions'](formatBoth(disk.sizeSectors * disk.sectorBytes))}</p>
    );
  return (
    <div className={classes.scroll}>
      <table className={classes.table}>
        <thead>
          <tr>
            <th scope="col">{words['as-found.no']()}</th>
            <th scope="col">{words['as-found.part']()}</th>
            <th scope="col">{words['as-found.what']()}</th>
            <th scope="col">{words['as-found.content']()}</th>
            <th scope="col">{words['as-found.owner']()}</th>
            <th scope="col">{words['as-found.used-2']()}</th>
            <th scope="col">{words['as-found.minimum-its-own-tool']()}</th>
          </tr>
        </thead>
        <tbody>
          {inDiskOrder(partitions, containers).map((p) =>
            'id' in p ? (
              <FoundRow key={p.id} survey={survey} partition={p} />
            ) : (
              <ContainerRow key={`container-${p.number}`} container={p} survey={survey} />
            ),
          )}
        </tbody>
      </table>
    </div>
  );
}

function summary({ disk, source, takenAt, partitions }: Survey): string {
  const from = {
    capture: words['as-found.read-from'](source.files ?? []),
    image: words['as-found.read-from'](source.files ?? []),
    notation: words['as-found.entered-as-text'](),
    lsblk: words['as-found.from-lsblk'](),
    report: words['as-found.from-report'](),
    hand: words['as-found.entered-hand'](),
  }[source.kind];
  const style = disk.style === 'none' ? words['as-found.no-table']() : disk.style.toUpperCase();
  const count = words['as-found.partitions-in-it'](partitions.length);
  const size = formatBoth(disk.sizeSectors * disk.sectorBytes);
  return words['as-found.sectors-bytes-utc'](
    size,
    style,
    count,
    disk.sectorBytes,
    from,
    takenAt.slice(0, 16).replace('T', ' '),
  );
}

type Container = NonNullable<Survey['containers']>[number];

function inDiskOrder(partitions: readonly SurveyPartition[], containers: readonly Container[]) {
  return [...partitions, ...containers].sort((a, b) => a.start - b.start || a.number - b.number);
}

/** A container contains the logical partitions that follow it in the list. */
function ContainerRow({ container, survey }: { container: Container; survey: Survey }) {
  const size = container.length * survey.disk.sectorBytes;
  const inside = survey.partitions.filter((p) => p.logical).map((p) => p.number);
  return (
    <tr>
      <td>{container.number}</td>
      <td>
        <strong>{words['as-found.extended-partition']()}</strong>
        <div className="small soft">
          {formatBinary(size)} · {formatDecimal(size)}
        </div>
      </td>
      <td colSpan={5} className="soft small">
        {inside.length === 0
          ? words['as-found.contains-no-logical-partition']()
          : words['as-found.contains-logical-partitions'](inside.join(', '))}
      </td>
    </tr>
  );
}
