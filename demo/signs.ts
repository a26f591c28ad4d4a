/**
 * The signs along the path to the tide mill, as vector icons of 24 by 24 units: drawn for the demo by hand of its code, all
 * made up. Strokes are as wide as a finger of paint on a board.
 */
const SIGNS: Record<string, string> = {
  'high-water':
    '<path d="M2 9c2.5-3 4.5-3 7 0s4.5 3 7 0 4-3 6-1"/><path d="M2 16c2.5-3 4.5-3 7 0s4.5 3 7 0 4-3 6-1"/>',
  'low-water': '<path d="M2 19c2.5-3 4.5-3 7 0s4.5 3 7 0 4-3 6-1"/><path d="M12 3v8M8.5 8l3.5 3.5L15.5 8"/>',
  'mill-wheel':
    '<circle cx="12" cy="12" r="8.5"/><circle cx="12" cy="12" r="2" class="full"/><path d="M12 3.5v17M3.5 12h17M6 6l12 12M18 6L6 18"/>',
  gate: '<path d="M3 5v15M21 5v15M3 9h18M3 16h18M4 16L20 9"/>',
  lane: '<path d="M9 21L11 3M15 21L13 3"/><path d="M2 21h20"/>',
  barley:
    '<path d="M12 22V8"/><path d="M12 8c-2-1-2-4 0-6 2 2 2 5 0 6z" class="full"/><path d="M12 14c-3 0-5-2-5-5 3 0 5 2 5 5zM12 14c3 0 5-2 5-5-3 0-5 2-5 5z" class="full"/>',
  eel: '<path d="M3 17c3-6 6 3 9-3s3-9 9-7"/><circle cx="19" cy="9.5" r="1" class="full"/>',
  cat: '<path d="M5 20V8l3 3h8l3-3v12z"/><path d="M10 15v1M14 15v1"/>',
  lantern: '<path d="M8 8h8l1 12H7z"/><path d="M9 8c0-5 6-5 6 0"/><path d="M12 12v4"/>',
  boat: '<path d="M3 15h18l-3 5H6z" class="full"/><path d="M12 15V3l6 9h-6"/>',
  rain: '<path d="M6 13c-4 0-4-6 0-6 1-5 9-5 10 0 5 0 5 6 1 6z"/><path d="M8 16l-1 4M13 16l-1 4M18 16l-1 4"/>',
  bell: '<path d="M6 17c2-2 1-10 6-10s4 8 6 10z"/><path d="M12 4v3M11 20h2"/>',
};

/** File names and SVG drawings. */
export const pathSigns = (): (readonly [string, Uint8Array])[] =>
  Object.entries(SIGNS).map(([name, shapes]) => [
    `${name}.svg`,
    new TextEncoder().encode(
      `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 24 24"><style>.full{fill:#1f3b39;stroke:none}</style><g fill="none" stroke="#1f3b39" stroke-width="2" stroke-linecap="round" stroke-linejoin="round">${shapes}</g></svg>\n`,
    ),
  ]);
