import { create } from 'zustand';

interface Switches {
  /** Features that somebody switched on or off on the running line and in proofs, by their tags; the others are as programs have them. */
  readonly changed: ReadonlyMap<string, boolean>;
}

export const useSwitches = create<Switches>(() => ({ changed: new Map() }));

/** Switches a feature on or off; back to how programs have it when that is `usual`. */
export function switchFeature(tag: string, on: boolean, usual: boolean): void {
  useSwitches.setState(({ changed }) => {
    const next = new Map(changed);
    if (on === usual) next.delete(tag);
    else next.set(tag, on);
    return { changed: next };
  });
}

export const switchAllBack = (): void => useSwitches.setState({ changed: new Map() });

/** The value of CSS's font-feature-settings (CSS Fonts 4, 6.12) for what is switched; none where nothing is. */
export const featureSettings = (changed: ReadonlyMap<string, boolean>): string | undefined =>
  changed.size === 0 ? undefined : [...changed].map(([tag, on]) => `"${tag}" ${on ? 1 : 0}`).join(', ');
