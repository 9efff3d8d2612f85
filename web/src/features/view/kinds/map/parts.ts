import { ScatterChart } from 'echarts/charts';
import { GeoComponent } from 'echarts/components';
import { registerMap, use as register } from 'echarts/core';
import { feature } from 'topojson-client';
import type { GeometryCollection, Topology } from 'topojson-specification';
import countries from 'world-atlas/countries-50m.json';
import { OUTLINES } from './mapOption';

register([ScatterChart, GeoComponent]);

// outlines of Natural Earth, in the public domain, from our own server
const topology = countries as unknown as Topology<{ countries: GeometryCollection }>;
const outlines = feature(topology, topology.objects.countries);
registerMap(OUTLINES, outlines as unknown as Parameters<typeof registerMap>[1] & object);
