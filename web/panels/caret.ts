/** The text nodes of an element with where each begins in its whole text. */
function textNodes(element: HTMLElement): { readonly node: Text; readonly from: number }[] {
  const walker = document.createTreeWalker(element, NodeFilter.SHOW_TEXT);
  const out: { node: Text; from: number }[] = [];
  let from = 0;
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    out.push({ node: node as Text, from });
    from += node.textContent?.length ?? 0;
  }
  return out;
}

/** The box of a character on the screen, CSS px from the element's own corner; null when there is none. */
export function boxOfCharacter(element: HTMLElement, at: number): DOMRect | null {
  const found = textNodes(element).find(({ node, from }) => at >= from && at < from + node.length);
  if (!found) return null;
  const range = document.createRange();
  const start = at - found.from;
  // A character beyond the basic plane takes two places of the text.
  const long = (found.node.data.codePointAt(start) ?? 0) > 0xffff ? 2 : 1;
  range.setStart(found.node, start);
  range.setEnd(found.node, Math.min(found.node.length, start + long));
  const { left, top, width, height } = range.getBoundingClientRect();
  const own = element.getBoundingClientRect();
  return new DOMRect(left - own.left + element.scrollLeft, top - own.top + element.scrollTop, width, height);
}

/** Index of the character under a screen point in an element's text; null beside the text. */
export function characterAt(element: HTMLElement, x: number, y: number): number | null {
  const range = document.createRange();
  for (const { node, from } of textNodes(element)) {
    // A caret lies between letters; the letter itself is the one whose box holds the point.
    for (let i = 0; i < node.length; i++) {
      range.setStart(node, i);
      range.setEnd(node, i + 1);
      const hit = [...range.getClientRects()].some(
        (r) => x >= r.left && x <= r.right && y >= r.top && y <= r.bottom,
      );
      if (hit) return from + i;
    }
  }
  return null;
}
