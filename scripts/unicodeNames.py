# Writes core/type/names/data/unicodeNames.ts: names of characters by the Unicode Character Database that Python carries.
# Left out: ideographs and syllables whose names are made by rule, scripts of clay and stone, signs of control.
#   python3 scripts/unicodeNames.py
import unicodedata

LEFT_OUT = (
    'CJK ', 'HANGUL ', 'TANGUT ', 'NUSHU ', 'KHITAN ', 'CUNEIFORM ', 'EGYPTIAN ', 'ANATOLIAN ', 'YI ', 'BAMUM ',
    'SIGNWRITING ', 'LINEAR ', 'MENDE ', 'VAI ', 'ETHIOPIC ', 'UNIFIED CANADIAN ', 'BYZANTINE MUSICAL', 'MUSICAL SYMBOL',
    'MATHEMATICAL BOLD', 'MATHEMATICAL ITALIC', 'MATHEMATICAL SANS', 'MATHEMATICAL SCRIPT', 'MATHEMATICAL FRAKTUR',
    'MATHEMATICAL DOUBLE', 'MATHEMATICAL MONO', 'VARIATION SELECTOR', 'TAG ', 'KANGXI', 'IDEOGRAPHIC DESC', 'DUPLOYAN ',
    'MIAO ', 'ZNAMENNY ', 'CYPRO', 'ARABIC LIGATURE', 'HALFWIDTH ', 'FULLWIDTH ', 'SQUARE ', 'IDEOGRAPHIC TELEGRAPH',
)

lines, before, last = [], '', 0
for cp in range(0x20, 0x1FB00):
    name = unicodedata.name(chr(cp), '')
    if not name or name.startswith(LEFT_OUT):
        continue
    same = 0
    while same < min(len(before), len(name), 35) and before[same] == name[same]:
        same += 1
    # Each line: how far the code point is from the one before (hex, '' for 1), how many letters of the name before stay
    # (base 36), the rest of the name.
    step = cp - last
    lines.append(('' if step == 1 else format(step, 'x')) + '/' + '0123456789abcdefghijklmnopqrstuvwxyz'[same] + name[same:])
    before, last = name, cp

with open('core/type/names/data/unicodeNames.ts', 'w') as out:
    out.write('// Made by scripts/unicodeNames.py from the Unicode Character Database, version %s (Unicode License).\n'
              % unicodedata.unidata_version)
    out.write('export const UNICODE_NAMES =\n  `' + '\n'.join(lines).replace('\\', '\\\\').replace('`', '\\`') + '`;\n')
print(len(lines), 'names')
