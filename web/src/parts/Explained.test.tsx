/** @jest-environment jsdom */
import { MantineProvider } from '@mantine/core';
import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { Explained, ExplainedScreen } from './Explained.js';

const marked = () => [...document.querySelectorAll('dfn')].map((e) => e.textContent);

function Sentences() {
  const [second, setSecond] = useState('GPT and UEFI, and GPT again.');
  return (
    <ExplainedScreen>
      <p>
        <Explained>An MBR, not a GPT.</Explained>
      </p>
      <p>
        <Explained>{second}</Explained>
      </p>
      <button type="button" onClick={() => setSecond('Swap, an MBR.')}>
        other
      </button>
    </ExplainedScreen>
  );
}

test('each term is marked where it stands first, and explained on focus; the text stays as it is', async () => {
  const hand = userEvent.setup({ delay: null });
  render(
    <MantineProvider env="test">
      <Sentences />
    </MantineProvider>,
  );
  expect(marked()).toEqual(['MBR', 'GPT', 'UEFI']);
  expect(document.body.textContent).toContain('GPT and UEFI, and GPT again.');
  await hand.tab();
  expect((await screen.findByRole('tooltip')).textContent).toContain('four partitions');
  await hand.click(screen.getByRole('button', { name: 'other' }));
  expect(marked()).toEqual(['MBR', 'GPT', 'Swap']);
});
