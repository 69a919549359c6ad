import type { PageBlock } from '@rhizotome/core';
import { Explained } from '../../parts/Explained.js';
import { Typed } from './Typed.js';
import classes from './RunbookStage.module.css';

/** What stands under the title of a step: the same blocks as on paper. */
export function Blocks({ blocks }: { blocks: readonly PageBlock[] }) {
  return blocks.map((block, i) => <One key={i} block={block} />);
}

function One({ block }: { block: PageBlock }) {
  switch (block.is) {
    case 'typed':
      return <Typed lines={block.lines} />;
    case 'text':
      return block.tone === 'danger' ? (
        <p className={classes.beware}>
          {block.head !== null && <b>{block.head}.</b>} <Explained>{block.text}</Explained>
        </p>
      ) : (
        <p className={block.tone === 'guard' ? classes.guard : 'soft small'}>
          {block.head !== null && <b>{block.head}.</b>} <Explained>{block.text}</Explained>
        </p>
      );
    case 'list':
      return block.tone === 'check' ? (
        <div className={classes.checks}>
          <b>{block.head}</b>
          <Items items={block.items} />
        </div>
      ) : (
        <Items items={block.items} />
      );
    // These stand on the screen in parts of their own, where they can be pointed at.
    case 'section':
    case 'step':
    case 'find':
    case 'table':
    case 'drawing':
    case 'terms':
      return null;
  }
}

const Items = ({ items }: { items: readonly string[] }) => (
  <ul>
    {items.map((item) => (
      <li key={item}>
        <Explained>{item}</Explained>
      </li>
    ))}
  </ul>
);
