import { filesForSlot } from './filesForSlot';

test('what is dropped on a slot is called as its letter, whatever it was called; more of it are further drawings', async () => {
  const files = [new File(['one'], 'IMG_0042.PNG', { type: 'image/png' }), new File(['two'], 'sketch.svg')];
  const named = filesForSlot('adieresis', files);
  expect(named.map((f) => f.name)).toEqual(['adieresis.PNG', 'adieresis.alt1.svg']);
  expect(named[0]!.type).toBe('image/png');
  expect(await named[1]!.text()).toBe('two');
  expect(filesForSlot('A', [new File([''], 'scan')])[0]!.name).toBe('A');
});
