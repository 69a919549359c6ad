import { volumesOf } from '../../plan/index.js';
import { leastMadeBytes, volumeName } from '../../volume/index.js';
import { message } from '../../words/index.js';
import { bytesOfPart, nameOf } from '../context.js';
import { resize } from '../repairs.js';
import { inBytes, fact, type Drafted, type Rule } from '../rule.js';

export const madeTooSmall: Rule = {
  id: 'made-too-small',
  level: 'blocker',
  check: (planned) =>
    volumesOf(planned.plan).flatMap((p): Drafted[] => {
      const least = leastMadeBytes(p.fileSystem);
      const size = bytesOfPart(planned, p);
      if ((p.from !== null && p.treatment === 'keep') || size >= least) return [];
      return [
        {
          of: p.id,
          says: message('finding.made-too-small', {
            volume: nameOf(p),
            content: volumeName(p.fileSystem),
            bytes: least,
          }),
          evidence: [fact('planned', inBytes(size)), fact('minimum', inBytes(least))],
          partitions: [p.id],
          remedies: p.within
            ? []
            : [{ title: message('remedy.set-size', { bytes: least }), edit: resize(planned, p, least) }],
        },
      ];
    }),
};
