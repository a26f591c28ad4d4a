# Builds OTF and TTF of a UFO folder with fontTools alone, the same tables as ours: outlines, names, metrics, features text, kerning.
# Prints the processor time of each part, seconds, as JSON; starting Python and loading modules is not counted.
#   python3 bench/castReference.py FONT.ufo
import json
import sys
import time

from fontTools.feaLib.builder import addOpenTypeFeaturesFromString
from fontTools.fontBuilder import FontBuilder
from fontTools.pens.cu2quPen import Cu2QuPen
from fontTools.pens.pointPen import PointToSegmentPen
from fontTools.pens.t2CharStringPen import T2CharStringPen
from fontTools.pens.ttGlyphPen import TTGlyphPen
from fontTools.ufoLib import UFOReader


class Glyph:
    pass


def kerning_text(ufo):
    """Kerning of the UFO as features text."""
    groups = ufo.readGroups()
    lines = ['@%s = [%s];' % (name.replace('.', '_'), ' '.join(members)) for name, members in groups.items() if members]
    side = lambda s: '@' + s.replace('.', '_') if s in groups else s
    pairs = sorted(ufo.readKerning().items(), key=lambda p: sum(s in groups for s in p[0]))
    rules = ['  pos %s %s %d;' % (side(a), side(b), value) for (a, b), value in pairs]
    return '\n'.join(lines) + '\nfeature kern {\n' + '\n'.join(rules) + '\n} kern;\n' if rules else ''


def main():
    start = time.process_time()
    ufo = UFOReader(sys.argv[1], validate=False)
    glyphs = ufo.getGlyphSet()
    order = ufo.readLib()['public.glyphOrder']
    mapping, widths = {}, {}
    for name in order:
        glyph = Glyph()
        glyphs.readGlyph(name, glyph)
        widths[name] = round(getattr(glyph, 'width', 0))
        for code in getattr(glyph, 'unicodes', []):
            mapping.setdefault(code, name)
    info = Glyph()
    ufo.readInfo(info)
    features = ufo.readFeatures() + '\n' + kerning_text(ufo)
    names = {'familyName': info.familyName, 'styleName': info.styleName, 'psName': info.postscriptFontName}
    read = time.process_time()

    def finish(builder, metrics):
        builder.setupHorizontalMetrics(metrics)
        builder.setupHorizontalHeader(ascent=info.ascender, descent=info.descender)
        builder.setupNameTable(names)
        builder.setupOS2(sTypoAscender=info.ascender, usWinAscent=info.ascender, usWinDescent=-info.descender)
        builder.setupPost()
        addOpenTypeFeaturesFromString(builder.font, features)
        builder.save('/dev/null')

    def draw(name, pen):
        glyphs.readGlyph(name, Glyph(), PointToSegmentPen(pen))

    otf = FontBuilder(info.unitsPerEm, isTTF=False)
    otf.setupGlyphOrder(order)
    otf.setupCharacterMap(mapping)
    charstrings = {}
    for name in order:
        pen = T2CharStringPen(widths[name], None)
        draw(name, pen)
        charstrings[name] = pen.getCharString()
    otf.setupCFF(info.postscriptFontName, {}, charstrings, {})
    finish(otf, {name: (widths[name], 0) for name in order})
    made_otf = time.process_time()

    ttf = FontBuilder(info.unitsPerEm, isTTF=True)
    ttf.setupGlyphOrder(order)
    ttf.setupCharacterMap(mapping)
    quadratic = {}
    for name in order:
        pen = TTGlyphPen(None)
        draw(name, Cu2QuPen(pen, 0.5, reverse_direction=True))
        quadratic[name] = pen.glyph()
    ttf.setupGlyf(quadratic)
    finish(ttf, {name: (widths[name], quadratic[name].xMin if hasattr(quadratic[name], 'xMin') else 0) for name in order})
    made_ttf = time.process_time()
    print(json.dumps({'read': read - start, 'otf': made_otf - read, 'ttf': made_ttf - made_otf}))


main()
