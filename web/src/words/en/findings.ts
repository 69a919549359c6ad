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
};
