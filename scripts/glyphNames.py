"""Writes core/type/names/data/aglfn.ts (for writing names) and agl.ts (for reading them) from the copies of the Adobe Glyph
List that fontTools ships (Debian: python3-fonttools). Run: /usr/bin/python3 scripts/glyphNames.py"""
from pathlib import Path

from fontTools import agl

data = Path(__file__).parent.parent / 'core/type/names/data'
LICENCE = 'BSD-3-Clause, Copyright 2002-2019 Adobe; made by scripts/glyphNames.py.'


def rows(text):
    return [line.split(';') for line in text.splitlines() if line.strip() and not line.startswith('#')]


def write(name, head, entries):
    body = ' '.join(entries)
    (data / f'{name.lower()}.ts').write_text(f"// {head}\n// {LICENCE}\nexport const {name} =\n  '{body}';\n")


write('AGLFN', 'Adobe Glyph List For New Fonts: name=code point.', [f'{n}={c}' for c, n, _ in rows(agl._aglfnText)])
write('AGL', 'Adobe Glyph List 2.0: name=code points joined by "_".',
      [f'{n}={c.replace(" ", "_")}' for n, c in rows(agl._aglText)])
