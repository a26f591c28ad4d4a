// How each command is called. It stands apart from the commands, so that help is there without loading any of them.

export const USAGE = {
  trace: 'orthoglyph trace IN.png --svg OUT.svg [--tolerance PX] [--json FACTS.json]',
  lift: 'orthoglyph lift IMAGE --json OUT.json [--expect "ABC..." | --among "ABC..." | --text "..." | --texts FILE] [--turn DEGREES] [--svg] [--mirror] [--invert] [--keep-lines]',
  sheet:
    'orthoglyph sheet --characters "ABC..." --pdf OUT.pdf|--png OUT.png|--svg OUT.svg [--paper a4|letter] [--boxes N] [--json LAYOUT.json]',
  clean:
    'orthoglyph clean PROJECT.zip --out OUT.zip [--how neaten] [--deviation 2] [--only LETTERS] [--json OUT.json]',
  fit: 'orthoglyph fit FONT --json OUT.json [--script joined|parted]',
  features:
    'orthoglyph features PROJECT.zip [--rules FILE.json] [--out PROJECT.zip] [--json FILE.json] [--text FILE.fea]',
  family:
    'orthoglyph family PROJECT.zip [--add NAME --weight N --heavier U --slant DEG --thinned P --hollow U] [--remove NAME] [--out PROJECT.zip] [--json FILE]',
  colours:
    'orthoglyph colours PROJECT.zip [--fill COLOURS --outer W:COLOUR --shadow X,Y:COLOUR] [--palette NAME:dark] [--out PROJECT.zip] [--json FILE]',
  build:
    'orthoglyph build INPUT --out DIR [--family NAME] [--style NAME] [--formats otf,ttf] [--as text|icons]',
  import: 'orthoglyph import FONT [MORE FONTS] --out PROJECT.zip [--family NAME] [--styles LIST]',
  check: 'orthoglyph check FILE [FILE ...] [--json OUT.json]',
  compare: 'orthoglyph compare A B [--text TEXT] [--json OUT.json]',
  word: 'orthoglyph word PROJECT.zip TEXT --out FILE.svg [--parted]',
  demo: 'orthoglyph demo --out DIR [--page] [--writing] [--letters] [--practice] [--sources] [--projects] [--huge]',
  app: 'orthoglyph app',
} as const;
