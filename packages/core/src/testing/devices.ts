/** Small invented devices for the tests of this folder. */
import type { DeviceProfile, DeviceSetting } from '../device/setting.ts'

export const setting = (more: Partial<DeviceSetting>): DeviceSetting => ({
  label: 'Test setting',
  values: [],
  access: '',
  ...more,
})

export const FAN_HEAT = setting({
  role: 'fan.satisfied.heat',
  code: 'P-21',
  label: 'Fan, heat off',
  values: ['0', '1', '2'],
  means: { 0: 'off', 1: 'trickle', 2: 'as-set' },
  default: '1',
  requires: [
    { of: 'sensor.source', is: ['wall', 'remote'], when: ['off'], why: 'A stopped fan leaves the return sensor in still air.' },
  ],
})
export const SENSOR = setting({
  role: 'sensor.source',
  code: 'P-12',
  label: 'Room sensor',
  values: ['1', '2', '3', '4'],
  means: { 1: 'average', 2: 'return', 3: 'wall', 4: 'jump' },
  default: '2',
})
export const DIFF_C = setting({
  role: 'control.differential',
  code: 'P-30',
  label: 'Swing',
  range: { min: 0.5, max: 3, step: 0.5, unit: 'Δ°C' },
  default: '1',
})

export const profile = (settings: DeviceSetting[], more: Partial<DeviceProfile> = {}): DeviceProfile => ({
  id: 'test-device',
  version: 1,
  maker: 'Test',
  family: 'T-1',
  kind: 'wall-controller',
  settings,
  ...more,
})
