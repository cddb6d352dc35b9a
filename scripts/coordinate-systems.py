#!/usr/bin/python3
"""Makes src/GentleMole.Exchange/Drawings/coordinate-systems.txt and the positions that the tests hold it against.

Needs Debian's python3-gdal and proj-data. Definitions and datum shifts are those of the EPSG dataset as PROJ ships it.
One line a system: code | accuracy of the shift, m | EPSG operation (0: none needed) | seven parameters, position vector,
metres, arc seconds, ppm | datum names | definition (WKT 1 without a shift).
"""
import json
import re
import sqlite3
from osgeo import osr

osr.UseExceptions()
db = sqlite3.connect('/usr/share/proj/proj.db')
codes = [27700, 29900, 29901, 29902, 29903, 2157, 31466, 31467, 31468, 31469, 5676, 5677, 5678, 5679, 31370, 3812, 28992, 31254, 31255, 31256, 31257,
         31258, 31259, 31284, 31285, 31286, 31287, 3416, 21781, 2056, 2154, 5514, 3844, 31600, 3003, 3004,
         6875, 6876, 2100, 23700, 3067, 2393, 3006, 3021, 3763, 27493, 20790, 20791, 2180, 3120, 2172, 2173, 2174, 2175, 3765, 3907, 3908, 3909, 3910,
         3912, 3794, 3301, 3059, 3346, 3035, 3034, 2326, 3414, 3168, 2193, 3825, 3826, 2039, 5179]
for first, last in [(2176, 2179), (3942, 3950), (3873, 3881), (3007, 3024), (5105, 5130), (7791, 7794), (2443, 2455), (6669, 6687), (30161, 30173),
                    (5185, 5188), (25828, 25837), (23028, 23038), (26901, 26923), (26703, 26722), (28348, 28358), (7846, 7859),
                    (20248, 20258), (20348, 20358), (31965, 31985), (29187, 29195), (5343, 5349), (22182, 22187), (4484, 4488), (2225, 2289),
                    (32104, 32158), (6355, 6627)]:
    codes += range(first, last + 1)
# Systems that lie within a metre or a few of WGS84 as they are,.
as_they_are = {4258, 4171, 4173, 4619, 4269, 4283, 7844, 4167, 4612, 6668, 4674, 4148, 4737, 3824, 4152, 4190, 5340, 4670, 6706, 4765, 4180, 4661, 4483,
               6318, 4617, 4669, 4759}
lines, positions = [], []
done_bases = set()


def extent(table, code):
    return db.execute(
        "select west_lon, south_lat, east_lon, north_lat from usage u join extent e on e.code = u.extent_code and e.auth_name = u.extent_auth_name"
        " where u.object_table_name = ? and u.object_auth_name = 'EPSG' and u.object_code = ?", (table, str(code))).fetchone()


def shift_for(base, area):
    """Best Helmert shift to WGS84 over an area: (accuracy, operation, seven parameters), or None."""
    found = []
    for h in db.execute(
            "select code, method_code, tx, ty, tz, rx, ry, rz, scale_difference, accuracy, rotation_uom_code from helmert_transformation"
            " where auth_name = 'EPSG' and source_crs_code = ? and target_crs_code = '4326' and deprecated = 0"
            " and method_code in ('9603', '9606', '9607')", (str(base),)):
        e = extent('helmert_transformation', h[0])
        overlap = max(0, min(area[2], e[2]) - max(area[0], e[0])) * max(0, min(area[3], e[3]) - max(area[1], e[1]))
        share = overlap / ((area[2] - area[0]) * (area[3] - area[1]))
        parameters = [x or 0.0 for x in h[2:9]]
        if h[10] == 9109:
            parameters[3:6] = [x * 1e-6 * 206264.80624709636 for x in parameters[3:6]]
        elif h[10] not in (None, 9104):
            continue
        if h[1] == '9607':
            parameters[3:6] = [-x for x in parameters[3:6]]
        found.append((share, h[9] if h[9] is not None else 99, h[0], parameters))
    whole = [f for f in found if f[0] > 0.97]
    if whole:
        return min(whole, key=lambda f: f[1])[1:]
    most = max(found, key=lambda f: (round(f[0], 1), -f[1]), default=None)
    if most and most[0] >= 0.5:
        return most[1:]
    return (2.0, 0, [0.0] * 7) if int(base) in as_they_are else None


def definition(code, shift=None):
    system = osr.SpatialReference()
    system.ImportFromEPSG(code)
    wkt = system.ExportToWkt(['FORMAT=WKT1_GDAL'])
    for part in (r',?TOWGS84\[[^\]]*\]', r',AXIS\["[^"]*",[A-Z]+\]', r',EXTENSION\["[^"]*","[^"]*"\]', r',AUTHORITY\["EPSG","\d+"\]'):
        wkt = re.sub(part, '', wkt)
    if shift:
        wkt = re.sub(r'(SPHEROID\[[^\]]*\])', lambda m: m.group(1) + ',TOWGS84[' + ','.join(repr(p) for p in shift) + ']', wkt)
    return wkt


def datum_names(base):
    datum = db.execute("select datum_code from geodetic_crs where auth_name = 'EPSG' and code = ?", (base,)).fetchone()[0]
    names = {db.execute("select name from geodetic_datum where auth_name = 'EPSG' and code = ?", (datum,)).fetchone()[0]}
    names |= {r[0] for r in db.execute("select alt_name from alias_name where table_name = 'geodetic_datum' and auth_name = 'EPSG' and code = ?", (datum,))}
    return sorted({re.sub('[^a-z0-9+]', '', re.sub('^D_', '', n).lower()) for n in names})


def add(code, base, table):
    area = extent(table, code)
    shift = shift_for(base, area) if area and area[2] > area[0] else None
    if shift is None:
        print('left out', code)
        return
    accuracy, operation, parameters = shift
    lines.append('|'.join([str(code), f'{accuracy:g}', str(operation), ' '.join(f'{p:.9g}' for p in parameters), ' '.join(datum_names(base)), definition(code)]))
    source, target = osr.SpatialReference(), osr.SpatialReference()
    source.ImportFromWkt(definition(code, parameters))
    target.ImportFromEPSG(4326)
    for s in (source, target):
        s.SetAxisMappingStrategy(osr.OAMS_TRADITIONAL_GIS_ORDER)
    longitude, latitude = (area[0] * 2 + area[2]) / 3, (area[1] * 2 + area[3]) / 3
    x, y, _ = osr.CoordinateTransformation(target, source).TransformPoint(longitude, latitude)
    longitude, latitude, _ = osr.CoordinateTransformation(source, target).TransformPoint(x, y)
    if code == 5514:
        x, y = -y, -x  # without its axes the definition is read as south and west
    digits = 9 if table == 'geodetic_crs' else 4
    positions.append({'epsg': code, 'x': round(x, digits), 'y': round(y, digits), 'latitude': round(latitude, 9), 'longitude': round(longitude, 9)})


# Left out: projections that the library does not have, or has otherwise.
for code in sorted(set(codes) - {6394, 6497}):
    row = db.execute("select geodetic_crs_code, deprecated from projected_crs where auth_name = 'EPSG' and code = ?", (str(code),)).fetchone()
    if row and not row[1]:
        add(code, row[0], 'projected_crs')
        if row[0] not in done_bases:
            done_bases.add(row[0])
            add(int(row[0]), row[0], 'geodetic_crs')
with open('src/GentleMole.Exchange/Drawings/coordinate-systems.txt', 'w', encoding='utf-8') as out:
    out.write('\n'.join(lines) + '\n')
with open('tests/reference/coordinate-systems.json', 'w', encoding='utf-8') as out:
    out.write('[\n' + ',\n'.join(json.dumps(p) for p in positions) + '\n]\n')
print(len(lines), 'systems')
