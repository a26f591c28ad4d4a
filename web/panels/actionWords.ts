/** What lies in the gauges, in plain words, with other words that people look for it by. */

type Place = 'points' | 'clean' | 'parts' | 'see';

/** What lies in the gauge of Dress: its tab, its text, and words that people look for it by. */
export const ON_DRESS: readonly (readonly [Place, string, string])[] = [
  [
    'points',
    'Kinds of points, break, join, close, reverse',
    'corner smooth tangent node direction open delete',
  ],
  [
    'points',
    'Turn, slant, resize and flip',
    'rotate skew italic oblique scale mirror transform stretch shear',
  ],
  ['points', 'Line up and spread', 'align distribute even place x y'],
  ['points', 'Choose points by kind, all others, whole contours', 'select invert selection'],
  ['points', 'Side bearings and width of a letter', 'advance spacing margin'],
  ['clean', 'Neaten one letter or all', 'clean tidy simplify smooth fewer points extremes round overlap'],
  ['clean', 'Snags of the outline', 'problems errors mend fix'],
  ['parts', 'Unite, subtract, intersect, divide, weld', 'merge overlap boolean union combine cut out'],
  ['parts', 'Grow or shrink all round', 'bold bolder light thinner weight heavier offset embolden'],
  ['parts', 'Stems of one letter or of many', 'thickness stroke standard weight'],
  ['parts', 'Shared parts', 'component reuse link'],
  ['parts', 'Skeleton and its pen', 'centreline stroke monoline single line'],
  ['parts', 'Anchors', 'accent mark diacritic attach'],
  ['parts', 'Colours', 'layer palette gradient'],
  ['see', 'A font beneath the letters', 'underlay background trace reference compare font'],
  ['parts', 'Keep the drawing as a picture', 'texture grain brush chalk pencil bitmap photo'],
  ['parts', 'Pens of many letters at once', 'all skeletons contrast angle nib width monoline bold'],
  ['see', 'Grid, and lines of your own', 'guide guideline snap grid helper'],
  ['see', 'Source picture, neighbours, curvature, deviation', 'background image comb show view trace'],
];

export const ON_NAME = [
  [
    'forms',
    'Forms of a letter: other drawings and ligatures',
    'alternates swash variant copy derive ligature',
  ],
  ['rules', 'Rules: when which drawing stands', 'features take turns bounce contextual swash opentype'],
  ['order', 'Name pieces by order', 'A to Z sequence characters label'],
  ['make', 'Compose accented letters', 'diacritics umlaut acute languages'],
  ['make', 'Drafts of missing signs', 'punctuation symbols generate'],
  ['make', 'Small letters from capitals', 'lowercase copy unicase'],
  ['make', 'Typed names of icons', 'ligature icon name word'],
  ['bill', 'Bills of characters, a character by its name', 'unicode glyph set languages find code point'],
] as const;

/** What is in the gauge of Cast, Gather and Lift, where a stage's whole gauge is in view at once. */
export const ON_STAGES: readonly (readonly [path: string, text: string, also: string])[] = [
  ['gather', 'Add pictures', 'import open scan photo svg pdf drop file icons'],
  ['gather', 'Practice sheet to print', 'template paper handwriting'],
  ['gather', 'Template to draw on in another program', 'svg vector artboard guides canvas export'],
  ['gather', 'Practice page as a picture for a tablet', 'png paint stylus layer template'],
  ['gather', 'Write here, or build on the grid', 'pen tablet draw pixel module'],
  ['lift', 'Cut, join and box pieces', 'separate split merge letters'],
  ['lift', 'How closely to trace', 'smoothness vectorise trace'],
  ['proof', 'Words as one drawing', 'logo svg copy outline wordmark export'],
  ['proof', 'The font in texts, sizes, reversed', 'preview sample test waterfall print'],
  [
    'cast',
    'Make font files',
    'export generate download save otf ttf woff woff2 web ufo svg font install build',
  ],
  ['cast', 'Names, style, version and licence of the font', 'family bold italic style regular designer'],
  ['cast', 'Snags of the font', 'check errors validate problems'],
];

export const TOOL_WORDS = {
  select: 'choose move points pointer lasso',
  turn: 'rotate skew scale transform stretch handles slant flip',
  draw: 'pen bezier add point curve',
  cut: 'knife split scissors',
  measure: 'ruler thickness distance',
  guide: 'guideline helper line snap angle',
};
