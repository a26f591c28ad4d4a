import type { changeSeating } from '../../../core/project/document/commands/lines/changeSeating';
import type { Lines } from '../../../core/project/document/schema';

/** A line of the font at another height; small letters get a factor of their own when it is theirs. */
export const lineAt = (line: keyof Lines, value: number): Parameters<typeof changeSeating>[1] => ({
  lines: { [line]: value },
  ...(line === 'xHeight' ? { seating: { reference: 'caps-and-small' } } : {}),
});
