import { newId } from './new-id.js';

test('ids are UUIDs of version 4, and differ', () => {
  const ids = Array.from({ length: 200 }, newId);
  for (const id of ids)
    expect(id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/);
  expect(new Set(ids).size).toBe(200);
});

test('they are made without what secure pages alone have', () => {
  Object.defineProperty(crypto, 'randomUUID', { value: undefined, configurable: true });
  expect(newId()).toHaveLength(36);
  // What was laid over the prototype's own goes again.
  Reflect.deleteProperty(crypto, 'randomUUID');
  expect(typeof crypto.randomUUID).toBe('function');
});
