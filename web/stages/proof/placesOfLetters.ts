/** A letter as another font is to show it, px of the page, whose zoom is taken out; y = where its line box begins. */
export interface PlacedLetter {
  readonly char: string;
  readonly x: number;
  readonly y: number;
  readonly size: number;
}

/** More letters than this are not laid over: nobody looks at so many, and the page would wait. */
const MOST_LETTERS = 3000;

/** How far above the baseline a font's line box begins, ems, by how the browser lays it out. */
function ascentOf(family: string): number {
  const context = document.createElement('canvas').getContext('2d');
  if (!context) return 1;
  context.font = `1000px ${family}`;
  return context.measureText('x').fontBoundingBoxAscent / 1000;
}

/** All texts of a page that are set in its font: names and numbers of the app's own are not. */
function* textsOf(
  page: HTMLElement,
): Generator<{ readonly node: Text; readonly family: string; readonly size: number }> {
  const walker = document.createTreeWalker(page, NodeFilter.SHOW_TEXT);
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const { parentElement } = node;
    if (!parentElement || parentElement.closest('[data-testid="letters-over"]')) continue;
    const { fontFamily, fontSize } = getComputedStyle(parentElement);
    if (/live-|beside-|varying-/.test(fontFamily))
      yield { node: node as Text, family: fontFamily, size: parseFloat(fontSize) };
  }
}

/**
 * Where each letter of a page begins and on which baseline it stands, for the same letter of another font (`family`) to be put there.
 * `zoom`: by how much the page is shown larger than it is.
 */
export function placesOfLetters(page: HTMLElement, family: string, zoom: number): PlacedLetter[] {
  const home = page.getBoundingClientRect();
  const other = ascentOf(`'${family}'`);
  const ascents = new Map<string, number>();
  const range = document.createRange();
  const placed: PlacedLetter[] = [];
  for (const { node, family: own, size } of textsOf(page)) {
    const ascent = ascents.get(own) ?? ascentOf(own);
    ascents.set(own, ascent);
    let at = 0;
    for (const char of node.data) {
      range.setStart(node, at);
      range.setEnd(node, at + char.length);
      at += char.length;
      if (char.trim() === '') continue;
      const [box] = range.getClientRects();
      if (!box) continue;
      if (placed.length >= MOST_LETTERS) return placed;
      const top = (box.top - home.top) / zoom + (ascent - other) * size;
      placed.push({ char, x: (box.left - home.left) / zoom, y: top, size });
    }
  }
  return placed;
}
