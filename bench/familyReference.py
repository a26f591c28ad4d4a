# Builds a variable font with fontTools' varLib of the styles that its instancer cuts out of one of ours. Prints as JSON the processor time,
# seconds (loading is not counted), and the sizes of the tables of variation in both.
#   python3 bench/familyReference.py VARIABLE.ttf
import json
import sys
import time
from io import BytesIO

from fontTools import varLib
from fontTools.designspaceLib import AxisDescriptor, DesignSpaceDocument, SourceDescriptor
from fontTools.ttLib import TTFont
from fontTools.varLib import instancer

TABLES = ('gvar', 'HVAR', 'GDEF', 'GPOS')


def sizes(font):
    return {tag: len(font.reader[tag]) for tag in TABLES if tag in font}


def main():
    path = sys.argv[1]
    ours = TTFont(path)
    places = sorted(i.coordinates['wght'] for i in ours['fvar'].instances)
    axis = ours['fvar'].axes[0]
    space = DesignSpaceDocument()
    space.addAxis(AxisDescriptor(tag='wght', name='Weight', minimum=axis.minValue, default=axis.defaultValue, maximum=axis.maxValue))
    for place in places:
        cut = BytesIO()
        instancer.instantiateVariableFont(TTFont(path), {'wght': place}).save(cut)
        cut.seek(0)
        space.addSource(SourceDescriptor(font=TTFont(cut, lazy=False), location={'Weight': place}))
    start = time.process_time()
    theirs, _, _ = varLib.build(space)
    out = BytesIO()
    theirs.save(out)
    took = time.process_time() - start
    out.seek(0)
    print(json.dumps({'time': took, 'ours': sizes(ours), 'theirs': sizes(TTFont(out)), 'bytes': len(out.getvalue())}))


main()
