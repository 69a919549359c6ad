import { unreadSays, type Volume } from '@rhizotome/core';
import classes from './FoundTable.module.css';
import { words } from '../../words/words.js';
import { volumeName } from '../../words/names.js';
import { text as textOf } from '../../words/say.js';

/** What else was read of a volume: its state, what helps to recognise it, and what could not be read. */
export function VolumeFacts({ volume, size }: { volume: Volume; size: number }) {
  const { contents, unread, inside, dirty, hibernated, sizeBytes } = volume;
  const warnings = [
    hibernated
      ? words['as-found.system-hibernated']()
      : dirty
        ? words['as-found.not-closed-cleanly']()
        : null,
    sizeBytes !== undefined && sizeBytes > size ? words['as-found.larger-than-its-partition']() : null,
  ].filter((w) => w !== null);
  const facts = [
    contents?.systemName ? words['as-found.system'](contents.systemName) : null,
    contents?.loaders?.length ? words['as-found.loaders'](contents.loaders.join(', ')) : null,
    contents?.fstab === undefined ? null : words['as-found.mount-table-read'](),
    inside?.length ? words['as-found.inside'](insideInWords(inside)) : null,
    unread ? words['as-found.not-read'](unread.map((kept) => textOf(unreadSays(kept))).join('; ')) : null,
  ].filter((f) => f !== null);
  return (
    <div className={`small ${classes.facts}`}>
      {warnings.map((w) => (
        <div key={w} className={classes.warning}>
          {w}
        </div>
      ))}
      {facts.map((f) => (
        <div key={f} className="soft">
          {f}
        </div>
      ))}
    </div>
  );
}

/** `LVM member (ext4 “root” at /, swap)` */
function insideInWords(volumes: readonly Volume[]): string {
  return volumes
    .map((v) => {
      const inner = v.inside?.length ? ` (${insideInWords(v.inside)})` : '';
      return `${volumeName(v.kind)}${v.label ? ` “${v.label}”` : ''}${v.mountPoint ? words['as-found.at'](v.mountPoint) : ''}${inner}`;
    })
    .join(', ');
}
