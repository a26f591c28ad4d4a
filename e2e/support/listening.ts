import type { Page } from '@playwright/test';

/**
 * What a screen reader would say: what comes into live regions (WAI-ARIA 1.2, 6.6.4: status, alert and polite ones), in its order, and by
 * role and name what has the focus whenever that is asked for.
 */
export async function listening(page: Page) {
  const lines: string[] = [];
  await page.exposeFunction('heard', (text: string) => lines.push(`said: ${text}`));
  await page.addInitScript(() => {
    const LIVE = '[role=status], [role=alert], [aria-live=polite], [aria-live=assertive]';
    const told = new WeakMap<Element, string>();
    const tell = (region: Element | null | undefined) => {
      const text = (region?.textContent ?? '').replace(/\s+/g, ' ').trim();
      if (!region || told.get(region) === text) return;
      told.set(region, text);
      if (text !== '') void (window as unknown as { heard(t: string): void }).heard(text);
    };
    const elementOf = (node: Node) => (node instanceof Element ? node : node.parentElement);
    new MutationObserver((changes) => {
      for (const { target, addedNodes } of changes) {
        tell(elementOf(target)?.closest(LIVE));
        for (const node of addedNodes) {
          const e = elementOf(node);
          tell(e?.closest(LIVE));
          e?.querySelectorAll(LIVE).forEach(tell);
        }
      }
    }).observe(document, { childList: true, characterData: true, subtree: true });
  });
  /** Role and name of what has the focus, as one line. */
  const focused = async (): Promise<string> => {
    const there = page.locator(':focus');
    if ((await there.count()) === 0) return 'nothing';
    return ((await there.ariaSnapshot()).split('\n')[0] ?? '')
      .replace(/^- /, '')
      .replace(/( \[[^\]]*\])*:?$/, '');
  };
  return {
    lines,
    focused,
    /** Notes what has the focus, as it is read when one gets there. */
    async note(): Promise<void> {
      lines.push(`focus: ${await focused()}`);
    },
    /** Goes by Tab until what has the focus is called so, and notes it; fails when it isn't reached. */
    async tabTo(name: RegExp, most = 70): Promise<void> {
      for (let k = 0; k < most; k++) {
        const now = await focused();
        if (name.test(now)) return void lines.push(`focus: ${now}`);
        await page.keyboard.press('Tab');
      }
      throw new Error(`${most} presses of Tab don't lead to ${name}`);
    },
  };
}
