import { Menu } from '@mantine/core';
import { partitionOf, plannedGaps, verbsOf, type Survey } from '@rhizotome/core';
import { useEdit, useOpenState } from '../../open/context.js';
import { words } from '../../words/words.js';
import { text } from '../../words/say.js';

export interface ActionsAt {
  readonly id: string;
  readonly x: number;
  readonly y: number;
}

interface Props {
  readonly survey: Survey;
  readonly at: ActionsAt | null;
  readonly close: () => void;
  readonly typeSize: () => void;
  readonly zoomIn: (id: string) => void;
}

/** What can be done with a part, where the pointer is. */
export function PartActions(props: Props) {
  return props.at && <Actions {...props} at={props.at} />;
}

function Actions({ survey, at, close, typeSize, zoomIn }: Props & { readonly at: ActionsAt }) {
  const { plan } = useOpenState();
  const { attempt } = useEdit();
  const gap = plannedGaps({ plan, survey }).some((g) => g.id === at.id);
  const sizable = partitionOf(plan, at.id);
  return (
    <Menu
      opened
      onClose={close}
      position="bottom-start"
      withinPortal
      offset={2}
      returnFocus={false}
      withInitialFocusPlaceholder={false}
      transitionProps={{ duration: 0 }}
    >
      <Menu.Target>
        <button
          type="button"
          tabIndex={-1}
          aria-label={words['layout.actions']()}
          style={{
            position: 'fixed',
            left: at.x,
            top: at.y,
            width: 1,
            height: 1,
            padding: 0,
            border: 0,
            opacity: 0,
          }}
        />
      </Menu.Target>
      <Menu.Dropdown aria-label={words['layout.actions']()}>
        {sizable && <Menu.Item onClick={typeSize}>{words['layout.type-size']()}</Menu.Item>}
        {gap && <Menu.Item onClick={focusOffers}>{words['layout.who-shall-have-it']()}</Menu.Item>}
        {verbsOf({ plan, survey }, at.id).map((verb) => (
          <Menu.Item key={verb.id} onClick={() => attempt(verb.edit)}>
            {text(verb.title)}
          </Menu.Item>
        ))}
        <Menu.Item onClick={() => zoomIn(at.id)}>{words['layout.zoom']()}</Menu.Item>
      </Menu.Dropdown>
    </Menu>
  );
}

/** The gap is selected, so the inspector offers it. */
function focusOffers(): void {
  setTimeout(() => document.querySelector<HTMLElement>('[data-offers] button')?.focus());
}
