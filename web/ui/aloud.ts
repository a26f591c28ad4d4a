import { create } from 'zustand';

/** What was said last; its number tells it from the same words said before. */
interface Said {
  readonly text: string;
  readonly count: number;
}

/** What a person who doesn't see the page is told. */
export const useSaid = create<Said>(() => ({ text: '', count: 0 }));

/** Says something politely: after what is being read, and in place of what was said a moment ago. */
export const say = (text: string): void => useSaid.setState(({ count }) => ({ text, count: count + 1 }));
