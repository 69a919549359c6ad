import { mountPointsOf, type PlannedVolume } from '../../plan/index.js';
import {
  hasOwnVolumes,
  suits,
  USUAL_CONTENT,
  isArriving,
  type System,
  type Use,
} from '../../system/index.js';
import { volumeName } from '../../volume/index.js';
import { message } from '../../words/index.js';
import { nameOf, ownedBy, systemsThatStay } from '../context.js';
import { fact, type Drafted, type Rule } from '../rule.js';

/** Parts of a system's own tree, which it cannot do without. */
const SYSTEM_PLACES = ['/', '/usr', '/var', '/opt', '/nix', '/usr/local'];

/** What a partition serves as for its owner, where its file system must suit that. */
function useOf(p: PlannedVolume): Use | undefined {
  if (p.role === 'root' || p.role === 'system') return 'system';
  if (p.role === 'home' || p.role === 'boot') return p.role;
  if (p.role === 'efi' || p.role === 'swap') return undefined;
  return mountPointsOf(p).some((at) => SYSTEM_PLACES.includes(at)) ? 'system' : undefined;
}

export const rootContent: Rule = {
  id: 'root-content',
  level: 'blocker',
  check: (planned) =>
    systemsThatStay(planned)
      .filter((system) => hasOwnVolumes(system))
      .flatMap((system) =>
        ownedBy(planned, system)
          .filter((p) => p.treatment === 'format' || isArriving(system))
          .flatMap((p) => unfit(p, system)),
      ),
};

function unfit(p: PlannedVolume, system: System): Drafted[] {
  const use = useOf(p);
  if (!use || suits(p.fileSystem, system.family, use) === 'can') return [];
  const usual = USUAL_CONTENT[system.family];
  return [
    {
      of: p.id,
      says: message('finding.root-content', {
        volume: nameOf(p),
        content: volumeName(p.fileSystem),
        system: system.name,
        use,
        usual: volumeName(usual),
      }),
      evidence: [fact('file-system', volumeName(p.fileSystem)), fact('mount-point', p.mountPoint || 'none')],
      partitions: [p.id],
      systems: [system.id],
      remedies:
        p.treatment === 'format'
          ? [
              {
                title: message('remedy.use-file-system', { content: volumeName(usual) }),
                edit: { kind: 'describe', partition: p.id, changes: { fileSystem: usual } },
              },
            ]
          : [],
    },
  ];
}
