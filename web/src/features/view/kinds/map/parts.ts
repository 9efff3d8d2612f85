import { ScatterChart } from 'echarts/charts';
import { GeoComponent } from 'echarts/components';
import { registerMap, use as register } from 'echarts/core';
import { feature } from 'topojson-client';
import type { GeometryCollection, Topology } from 'topojson-specification';
import countries from 'world-atlas/countries-50m.json';
import { OUTLINES } from './mapOption';

register([ScatterChart, GeoComponent]);

type Ring = number[][];

const WHOLE = 360; // degrees
const POLE = -90;

/**
 * An outline that crosses the date line goes on beyond 180 degrees instead of leaping to the other end of the map; the one
 * around the south pole is closed along it.
 */
function unwrapped(ring: Ring): Ring {
  let turned = 0;
  const through = ring.map(([longitude = 0, latitude = 0], i) => {
    const before = ring[i - 1]?.[0] ?? longitude;
    if (longitude - before > WHOLE / 2) turned -= WHOLE;
    if (before - longitude > WHOLE / 2) turned += WHOLE;
    return [longitude + turned, latitude];
  });
  const [first] = through;
  const last = through[through.length - 1];
  return turned === 0 || !first || !last
    ? through
    : [...through, [last[0] ?? 0, POLE], [first[0] ?? 0, POLE]];
}

// outlines of Natural Earth, in the public domain, from our own server
const topology = countries as unknown as Topology<{ countries: GeometryCollection }>;
const outlines = feature(topology, topology.objects.countries);
const features = outlines.features.map((country) => {
  const { geometry } = country;
  if (geometry.type === 'Polygon')
    return {
      ...country,
      geometry: { ...geometry, coordinates: geometry.coordinates.map(unwrapped) },
    };
  if (geometry.type === 'MultiPolygon')
    return {
      ...country,
      geometry: {
        ...geometry,
        coordinates: geometry.coordinates.map((polygon) => polygon.map(unwrapped)),
      },
    };
  return country;
});
registerMap(OUTLINES, { ...outlines, features } as unknown as Parameters<typeof registerMap>[1] &
  object);
