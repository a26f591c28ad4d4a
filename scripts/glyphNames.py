"""Writes core/names/data/aglfn.ts from the copy of the Adobe Glyph List For New Fonts that fontTools ships
(Debian: python3-fonttools). Run with the system's Python: /usr/bin/python3 scripts/glyphNames.py"""
from pathlib import Path

from fontTools import agl

names = ' '.join(f'{name}={code:04X}' for code, name in sorted(agl.UV2AGL.items()))
target = Path(__file__).parent.parent / 'core/names/data/aglfn.ts'
target.write_text(
    '// Adobe Glyph List For New Fonts 1.7 (BSD-3-Clause, Copyright 2002-2018 Adobe): name=code point; '
    'made by scripts/glyphNames.py.\n'
    f"export const AGLFN =\n  '{names}';\n"
)
