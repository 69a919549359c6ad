import { damageInWords, type Survey } from '@rhizotome/core';

export function DamageList({ survey }: { survey: Survey }) {
  return (
    <ul>
      {survey.damage.map((damage, i) => (
        <li key={i}>{damageInWords(damage)}</li>
      ))}
    </ul>
  );
}
