type Pressed = Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey'>;

/** What a key means for the history: Ctrl+Z, and Ctrl+Y or Ctrl+Shift+Z; the command key serves as well. */
export function historyKey({ key, ctrlKey, metaKey, altKey, shiftKey }: Pressed): 'undo' | 'redo' | null {
  if (!(ctrlKey || metaKey) || altKey) return null;
  switch (key.toLowerCase()) {
    case 'y':
      return shiftKey ? null : 'redo';
    case 'z':
      return shiftKey ? 'redo' : 'undo';
    default:
      return null;
  }
}
