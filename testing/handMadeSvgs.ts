/**
 * Drawings made by hand for what browsers paint and drawing programs write: each shows one thing of SVG 2 or CSS. Invented
 * for this check; the browser's painting is what they are held against.
 */
const doc = (body: string, attributes = 'viewBox="0 0 100 100" width="100" height="100"') =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${attributes}>${body}</svg>`;

const ARROW =
  '<marker id="m" viewBox="0 0 10 10" refX="9" refY="5" markerWidth="5" markerHeight="5" orient="auto-start-reverse"><path d="M0 0L10 5L0 10z"/></marker>';

export const HAND_MADE: Readonly<Record<string, string>> = {
  'a white tick in a black box': doc(
    '<rect x="10" y="10" width="80" height="80" rx="12"/><path d="M28 52l16 16 30-36" fill="none" stroke="#fff" stroke-width="10"/>',
  ),
  'black on white on black': doc(
    '<circle cx="50" cy="50" r="44"/><circle cx="50" cy="50" r="30" fill="white"/><circle cx="50" cy="50" r="14"/>',
  ),
  'a white page behind the drawing': doc(
    '<rect width="100" height="100" fill="#fff"/><path d="M20 80L50 15L80 80z"/>',
  ),
  'a white line over several shapes': doc(
    '<rect x="10" y="20" width="35" height="60"/><rect x="55" y="20" width="35" height="60"/><path d="M0 50H100" stroke="#ffffff" stroke-width="8"/>',
  ),
  'arrow heads at both ends': doc(
    `${ARROW}<path d="M20 70Q50 10 80 70" fill="none" stroke="#000" stroke-width="4" marker-start="url(#m)" marker-end="url(#m)"/>`,
  ),
  'dots at every corner': doc(
    '<marker id="d" refX="3" refY="3" markerWidth="6" markerHeight="6" markerUnits="userSpaceOnUse"><circle cx="3" cy="3" r="3"/></marker><polyline points="10,80 30,30 50,70 70,20 90,60" fill="none" stroke="#000" stroke-width="2" marker-mid="url(#d)" marker-start="url(#d)" marker-end="url(#d)"/>',
  ),
  'markers by a style for all ends': doc(
    `${ARROW}<style>path.way{marker:url(#m);fill:none;stroke:#000;stroke-width:3px}</style><path class="way" d="M15 50H50L85 20"/>`,
  ),
  'a marker that reaches out of its frame': doc(
    '<marker id="o" markerWidth="4" markerHeight="4" refX="2" refY="2" markerUnits="userSpaceOnUse"><rect x="-10" y="-10" width="30" height="14"/></marker><path d="M50 50h1" stroke="#000" marker-start="url(#o)"/><rect x="5" y="5" width="20" height="20"/>',
  ),
  'a nested document cuts off': doc(
    '<svg x="20" y="20" width="40" height="40"><circle cx="20" cy="20" r="34"/></svg>',
  ),
  'a nested document that lets out': doc(
    '<svg x="20" y="20" width="40" height="40" overflow="visible"><circle cx="20" cy="20" r="34"/></svg>',
  ),
  'a nested view box': doc(
    '<svg x="10" y="10" width="60" height="30" viewBox="0 0 10 10" preserveAspectRatio="xMaxYMid slice"><circle cx="5" cy="5" r="5"/></svg>',
  ),
  'a symbol cuts off': doc(
    '<symbol id="s" viewBox="0 0 10 10"><circle cx="5" cy="5" r="7"/></symbol><use href="#s" x="20" y="20" width="50" height="50"/>',
  ),
  'turned about a point': doc(
    '<rect x="40" y="10" width="20" height="60" transform="rotate(40)" transform-origin="50 70"/>',
  ),
  'turned about the middle by a style': doc(
    '<style>.t{transform:rotate(30deg);transform-origin:center}</style><rect class="t" x="20" y="40" width="60" height="20"/>',
  ),
  'scaled about a corner by words': doc(
    '<rect x="60" y="60" width="30" height="30" style="transform:scale(0.5);transform-origin:right bottom"/><circle cx="20" cy="20" r="12"/>',
  ),
  'turned by a part of a turn': doc(
    '<rect x="30" y="20" width="50" height="20" style="transform:translate(10px,20px) rotate(0.1turn)"/>',
  ),
  'important rules win over the style attribute': doc(
    '<style>rect{fill:none!important;stroke:#000!important;stroke-width:6!important}</style><rect x="20" y="20" width="60" height="60" style="fill:#000;stroke:none"/>',
  ),
  'an important style wins over an important rule': doc(
    '<style>#a{display:none!important}</style><rect id="a" x="20" y="20" width="40" height="60" style="display:inline!important"/>',
  ),
  'children only': doc(
    '<style>g.x>rect{fill:none}</style><g class="x"><rect x="5" y="5" width="30" height="30"/><g><rect x="50" y="50" width="40" height="40"/></g></g>',
  ),
  'neighbours, every second, and what is not': doc(
    '<style>circle+rect,rect:nth-child(4),circle:not(.k){fill:none}</style><circle class="k" cx="20" cy="20" r="14"/><rect x="50" y="5" width="30" height="30"/><circle cx="20" cy="70" r="14"/><rect x="50" y="55" width="20" height="30"/><rect x="75" y="55" width="20" height="30"/>',
  ),
  'attributes in selectors': doc(
    '<style>[data-off],rect[width="20"]{display:none}</style><rect x="5" y="5" width="20" height="80"/><rect x="35" y="5" width="25" height="80"/><circle data-off="" cx="80" cy="50" r="15"/>',
  ),
  'ids weigh more than classes, later more than earlier': doc(
    '<style>.b{fill:none}#i{fill:#000}rect{fill:none}.c{fill:none}.c{fill:#000}</style><rect id="i" class="b" x="10" y="10" width="30" height="60"/><rect class="c" x="55" y="10" width="30" height="60"/>',
  ),
  'a pen that doesn’t scale': doc(
    '<g transform="scale(4 1.5)"><path d="M4 10L20 50L4 60" fill="none" stroke="#000" stroke-width="6" vector-effect="non-scaling-stroke"/></g>',
    // At the size that it is compared at: the pen is measured in px of the page.
    'viewBox="0 0 100 100" width="400" height="400"',
  ),
  'a clip path with a rule from the style sheet': doc(
    '<style>.gone{display:none}</style><clipPath id="c"><rect class="gone" width="100" height="100"/><circle cx="50" cy="50" r="30"/></clipPath><rect x="10" y="30" width="80" height="40" clip-path="url(#c)"/>',
  ),
  'a clip of a clip': doc(
    '<clipPath id="a"><rect x="20" y="0" width="60" height="100"/></clipPath><clipPath id="b" clip-path="url(#a)"><circle cx="50" cy="50" r="45"/></clipPath><rect width="100" height="100" clip-path="url(#b)"/>',
  ),
  'a stroke in dashes with round ends': doc(
    '<circle cx="50" cy="50" r="36" fill="none" stroke="#000" stroke-width="8" stroke-linecap="round" stroke-dasharray="20 14" stroke-dashoffset="6"/>',
  ),
  'used twice, mirrored': doc(
    '<defs><path id="p" d="M0 0C30 0 30 40 0 40z"/></defs><use href="#p" x="50" y="30"/><use href="#p" transform="translate(50 30) scale(-1 1)"/>',
  ),
  'even-odd by a style': doc('<path style="fill-rule:evenodd" d="M50 5L80 95L5 38H95L20 95z"/>'),
  'currentColor and inherited paint': doc(
    '<g color="#000" fill="currentColor" stroke="inherit"><rect x="10" y="10" width="40" height="40"/><rect x="55" y="55" width="30" height="30" fill="none" stroke="currentColor" stroke-width="5"/></g>',
  ),
  'hidden things inside shown ones': doc(
    '<g visibility="hidden"><rect x="5" y="5" width="90" height="90"/><circle visibility="visible" cx="50" cy="50" r="25"/></g>',
  ),
  'miter, round and bevel': doc(
    '<g fill="none" stroke="#000" stroke-width="9"><path d="M10 30L30 8L50 30"/><path d="M10 60L30 38L50 60" stroke-linejoin="round"/><path d="M10 90L30 68L50 90" stroke-linejoin="bevel"/><path d="M60 90L68 20L76 90" stroke-miterlimit="20"/></g>',
  ),
  'a clip measured by its object': doc(
    '<clipPath id="c" clipPathUnits="objectBoundingBox"><circle cx=".5" cy=".5" r=".5"/></clipPath><rect x="10" y="25" width="80" height="50" clip-path="url(#c)"/>',
  ),
  'a group clipped by its own box': doc(
    '<clipPath id="c" clipPathUnits="objectBoundingBox"><path d="M0 0H1L.5 1z"/></clipPath><g clip-path="url(#c)" transform="rotate(8 50 50)"><rect x="15" y="20" width="30" height="60"/><rect x="55" y="30" width="30" height="40"/></g>',
  ),
  'turned about the middle of its own box': doc(
    '<rect x="15" y="30" width="70" height="20" style="transform-box:fill-box;transform-origin:center;transform:rotate(40deg)"/>',
  ),
  'a group grown from its own corner': doc(
    '<g style="transform-box:fill-box;transform-origin:left bottom;transform:scale(1.6)"><rect x="20" y="50" width="20" height="30"/><circle cx="46" cy="62" r="8"/></g>',
  ),
  'markers of a path that paints nothing': doc(
    `${ARROW}<path d="M20 70L50 20L80 70" fill="none" marker-start="url(#m)" marker-end="url(#m)"/><path d="M20 90L80 90" fill="none" stroke="none" stroke-width="3" marker-end="url(#m)"/>`,
  ),
  'percentages of the frame': doc(
    '<rect x="10%" y="25%" width="50%" height="10%"/><circle cx="75%" cy="70%" r="15%"/>',
  ),
};
