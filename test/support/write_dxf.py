# Writes a DXF by ezdxf (Debian python3-ezdxf) of what standard input says: {"units": n, "entities": [[kind, …], …]}, as JSON.
import json
import sys

import ezdxf

told = json.load(sys.stdin)
document = ezdxf.new(told.get("version", "R2010"))
document.header["$INSUNITS"] = told.get("units", 4)
space = document.modelspace()
for kind, *about in told["entities"]:
    if kind == "line":
        space.add_line(about[0], about[1])
    elif kind == "arc":
        space.add_arc(about[0], about[1], about[2], about[3])
    elif kind == "circle":
        space.add_circle(about[0], about[1])
    elif kind == "polyline":
        space.add_lwpolyline(about[0], format="xyb", close=True)
    elif kind == "old_polyline":
        space.add_polyline2d(about[0], format="xyb", close=True)
    elif kind == "spline":
        space.add_spline(about[0])
    elif kind == "ellipse":
        space.add_ellipse(about[0], major_axis=about[1], ratio=about[2])
    elif kind == "text":
        space.add_text(about[0])
document.write(sys.stdout)
