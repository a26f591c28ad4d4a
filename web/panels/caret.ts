/** Index of the character under a screen point in an element that holds one text node; null beside the text. */
export function characterAt(element: HTMLElement, x: number, y: number): number | null {
  const text = element.firstChild;
  if (!text || text.nodeType !== Node.TEXT_NODE) return null;
  const range = document.createRange();
  const length = text.textContent?.length ?? 0;
  // A caret lies between letters; the letter itself is the one whose box holds the point.
  for (let i = 0; i < length; i++) {
    range.setStart(text, i);
    range.setEnd(text, i + 1);
    const hit = [...range.getClientRects()].some(
      (r) => x >= r.left && x <= r.right && y >= r.top && y <= r.bottom,
    );
    if (hit) return i;
  }
  return null;
}
