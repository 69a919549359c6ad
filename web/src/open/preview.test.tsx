/** @jest-environment jsdom */
import type { Edit } from '@rhizotome/core';
import { fireEvent, screen } from '@testing-library/react';
import { openStage, story } from '../testing/stage.js';
import { useEdit } from './context.js';
import { useEditPreview, usePreview } from './preview.js';

const EDIT: Edit = { kind: 'set-target', changes: { mode: 'bios' } };
const REFUSED: Edit = { kind: 'remove', partition: 'none' };

function Shown() {
  const { plan } = usePreview();
  return <p>{plan ? `shows ${plan.target.mode}` : 'shows the plan'}</p>;
}

function Offer({ edit, name }: { edit: Edit | null; name: string }) {
  const { attempt } = useEdit();
  const handlers = useEditPreview(edit);
  return (
    <button type="button" {...handlers} onClick={() => edit && attempt(edit)}>
      {name}
    </button>
  );
}

async function opened() {
  const { saved } = await openStage(
    <>
      <Offer edit={EDIT} name="offered" />
      <Offer edit={REFUSED} name="refused" />
      <Offer edit={null} name="none" />
      <Shown />
    </>,
    story('btrfs-shrinks'),
  );
  const shown = () => screen.getByText(/^shows/).textContent;
  const button = (name: string) => screen.getByRole('button', { name });
  /** A pointer that comes by from beside, or one that lay there already. */
  const point = (name: string, movementX = 1) => {
    const move = new MouseEvent('mousemove', { bubbles: true });
    Object.assign(move, { movementX, movementY: 0 });
    fireEvent(button(name), move);
  };
  return { shown, button, point, saved };
}

test('what an edit would make of the plan is shown while its button is pointed at', async () => {
  const { shown, button, point } = await opened();
  expect(shown()).toBe('shows the plan');
  point('offered');
  expect(shown()).toBe('shows bios');
  fireEvent.mouseLeave(button('offered'));
  expect(shown()).toBe('shows the plan');
});

test.each(['refused', 'none'])('a button that is %s shows the plan as it is', async (name) => {
  const { shown, point } = await opened();
  point(name);
  expect(shown()).toBe('shows the plan');
});

test('a button that comes to lie under a resting pointer shows nothing', async () => {
  const { shown, point } = await opened();
  point('offered', 0);
  expect(shown()).toBe('shows the plan');
});

test('once the edit was made, what was shown is over', async () => {
  const { shown, button, point, saved } = await opened();
  point('offered');
  fireEvent.click(button('offered'));
  await saved();
  expect(shown()).toBe('shows the plan');
});

test('leaving a button that showed nothing takes nothing away', async () => {
  const { shown, button, point } = await opened();
  point('offered');
  fireEvent.mouseLeave(button('none'));
  fireEvent.blur(button('refused'));
  expect(shown()).toBe('shows bios');
});
