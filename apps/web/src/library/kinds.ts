import type { Place } from '@ingle/core'

/** Kinds of device, as they are called. */
export const KIND_WORDS: Readonly<Record<string, string>> = {
  'air-handler': 'Air handler',
  furnace: 'Furnace',
  rooftop: 'Rooftop unit',
  'multi-room': 'Multi-room system',
  'outdoor-unit': 'Outdoor unit',
  thermostat: 'Thermostat',
  'wall-controller': 'Wall controller',
  handset: 'Handset',
  'zone-controller': 'Zone controller',
  economizer: 'Economizer',
  drive: 'Drive',
  interface: 'Interface',
}

const PLACE_OF_KIND: Readonly<Record<string, Place>> = {
  thermostat: 'controller',
  'wall-controller': 'controller',
  handset: 'controller',
  'zone-controller': 'zone-controller',
  economizer: 'economizer',
  drive: 'drive',
  interface: 'interface',
  'outdoor-unit': 'outdoor',
}

/** Where a device of a kind usually stands in a system. */
export const placeOfKind = (kind: string): Place => PLACE_OF_KIND[kind] ?? 'equipment'

export const kindWord = (kind: string): string => KIND_WORDS[kind] ?? kind.replaceAll('-', ' ')
