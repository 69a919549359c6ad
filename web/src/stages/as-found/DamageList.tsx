import { damageSays, type Survey } from '@rhizotome/core';
import { text } from '../../words/say.js';

export function DamageList({ survey }: { survey: Survey }) {
  return (
    <ul>
      {survey.damage.map((damage, i) => (
        <li key={i}>{text(damageSays(damage))}</li>
      ))}
    </ul>
  );
}
