import { describe, expect, it } from 'vitest'
import { format, formatNumber, formatScientific } from './format.ts'
import { BASE_UNITS, METRIC_UNITS } from './units.ts'

describe('showing a quantity', () => {
  it('rounds to what carries meaning and marks thousands', () => {
    expect(format('flow', 1345.06, BASE_UNITS)).toBe('1,345 cfm')
    expect(format('static', -0.446, BASE_UNITS, { signed: true })).toBe('−0.45 in.wc')
    expect(format('static', 0.22, BASE_UNITS, { signed: true, bare: true })).toBe('+0.22')
    expect(format('humidity', 52.4, BASE_UNITS)).toBe('52%')
  })
  it('shows the same in metric', () => {
    expect(format('flow', 1345.06, METRIC_UNITS)).toBe('635 L/s')
    expect(format('static', 0.67, METRIC_UNITS)).toBe('167 Pa')
    expect(format('temperatureDifference', 19.8, METRIC_UNITS)).toBe('11.0 °C')
    expect(format('temperature', 68, METRIC_UNITS)).toBe('20.0 °C')
  })
  it('gives zero no sign and nothing for what is no number', () => {
    expect(formatNumber(-0.001, 2, true)).toBe('0.00')
    expect(format('flow', Number.NaN, BASE_UNITS)).toBe('—')
  })
  it('writes nothing as nothing', () => expect(formatScientific(0)).toBe('0'))
  it('writes small coefficients in powers of ten', () => expect(formatScientific(4.2549e-7)).toBe('4.25×10⁻⁷'))
})
