/** Which style of a project was in hand last in this tab, so that a reload goes on with it. */
const key = (projectId: string) => `style in hand of ${projectId}`;

/** The style's id; empty when none was taken in hand. */
export function keptHand(projectId: string): string {
  try {
    return globalThis.sessionStorage?.getItem(key(projectId)) ?? '';
  } catch {
    // Browsers may refuse their storage altogether: the project opens with its own style then.
    return '';
  }
}

export function keepHand(projectId: string, styleId: string): void {
  try {
    globalThis.sessionStorage?.setItem(key(projectId), styleId);
  } catch {
    // Not remembered, which costs one click after a reload.
  }
}
