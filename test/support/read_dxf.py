# What a DXF holds, as JSON, read and audited by ezdxf (Debian: python3-ezdxf).
import json
import math
import sys

import ezdxf


def length(entity):
    kind = entity.dxftype()
    if kind == 'LINE':
        return [kind, entity.dxf.start.distance(entity.dxf.end)]
    if kind == 'CIRCLE':
        return [kind, entity.dxf.radius, 2 * math.pi * entity.dxf.radius]
    sweep = (entity.dxf.end_angle - entity.dxf.start_angle) % 360
    return [kind, entity.dxf.radius, math.radians(sweep) * entity.dxf.radius]


document = ezdxf.readfile(sys.argv[1])
found = document.audit()
measured = ('LINE', 'ARC', 'CIRCLE')
blocks = {block.name: [length(one) for one in block if one.dxftype() in measured] for block in document.blocks if not block.name.startswith('*')}
dimensions = [[one.get_measurement() * document.dimstyles.get(one.dxf.dimstyle).dxf.dimlfac, one.dxf.text, len(list(one.virtual_entities()))]
              for one in document.modelspace().query('DIMENSION')]
inserts = {one.dxf.name: [one.dxf.insert.x, one.dxf.insert.y, one.dxf.xscale] for one in document.modelspace().query('INSERT')}
print(json.dumps({'version': document.dxfversion, 'errors': len(found.errors), 'fixes': len(found.fixes), 'blocks': blocks, 'dimensions': dimensions, 'inserts': inserts,
                  'entities': len(document.modelspace()), 'layers': [layer.dxf.name for layer in document.layers]}))
