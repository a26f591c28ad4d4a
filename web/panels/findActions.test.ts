import { actionsFor, type Action } from './findActions';

const action = (text: string, where: string | null, also: string): Action => ({
  text,
  where,
  also,
  run: () => {},
});
const ALL = [
  action('Names, style and licence of the font', 'Cast', 'bold italic'),
  action('Grow or shrink all round', 'Dress', 'bold weight'),
  action('Bold letters', null, ''),
  action('Turn, slant, resize and flip', 'Dress', 'rotate skew'),
];
const found = (query: string) => actionsFor(ALL, query).map((a) => a.text);

test('actions are found by the words people use, on whatever stage, those that say the word themselves first', () => {
  expect(found('bold')).toEqual(['Bold letters', ALL[0]!.text, ALL[1]!.text]);
  expect(found('rotate')).toEqual([ALL[3]!.text]);
  expect(found('ROTATE dress')).toEqual([ALL[3]!.text]);
  expect(found('')).toHaveLength(ALL.length);
  expect(found('nothing of the kind')).toEqual([]);
});
