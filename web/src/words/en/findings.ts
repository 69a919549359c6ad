/** What can be done with a finding, beside its remedies. */
export const findings = {
  'finding.accept': () => 'Accept as it is…',
  'finding.accept-it': () => 'Accept',
  'finding.cancel': () => 'Cancel',
  'finding.remark': () => 'Why this may stay (optional)',
  'finding.accepted': () => 'Accepted.',
  'finding.accept-no-more': () => 'Do not accept it any more',
  'finding.accepted-title': () => 'Accepted',
  'finding.accepted-meaning': () => 'shown again when their figures change',
  'finding.all-accepted': () => 'No other problem was found in this plan.',
  'findings.show-layout': () => 'Show it in the layout',
  'findings.blockers': () => 'Blockers',
  'findings.cannot-work': () => 'cannot work',
  'findings.hazards': () => 'Hazards',
  'findings.data-can-be-lost': () => 'data can be lost',
  'findings.cautions': () => 'Cautions',
  'findings.likely-trouble': () => 'likely trouble',
  'findings.advice': () => 'Advice',
  'findings.could-be-better': () => 'could be better',
  'findings.findings': () => 'Findings',
  'findings.read-disk-first-findings': () =>
    'Read the disk first. Findings follow from it and from the plan.',
  'findings.each-remedy-one-change': () =>
    'Each remedy is one change. Point at it to see what it does, press it to apply it. You can undo it.',
  'findings.no-problem-was-found': () => 'No problem was found in this plan.',
  'findings.section': () => 'Section',
  'findings.preview-remedy': () => 'preview of this remedy',
};
