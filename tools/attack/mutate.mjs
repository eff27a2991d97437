/** Seeded: the same number makes the same attack. Source: mulberry32, public domain. */
export function randomOf(seed) {
  let a = seed >>> 0
  const next = () => {
    a = (a + 0x6d2b79f5) >>> 0
    let t = Math.imul(a ^ (a >>> 15), a | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
  const below = (n) => Math.floor(next() * n)
  return { next, below, one: (of) => of[below(of.length)], chance: (p) => next() < p }
}

const deep = (levels, open, close) => open.repeat(levels) + close.repeat(levels)

/** Values that somebody once forgot. */
const VALUES = [
  null,
  true,
  '',
  'a\u0000b',
  '\ud800',
  '\udc00x',
  '‮abc',
  "'; DROP TABLE change; --",
  '$1',
  '%00',
  '../../etc/passwd',
  '<script>alert(1)</script>',
  '__proto__',
  'constructor',
  'x'.repeat(5000),
  '\u0301'.repeat(300),
  '1e999',
  'NaN',
  -1,
  0,
  -0,
  1e21,
  1e308,
  2 ** 31,
  2 ** 53,
  -(2 ** 63),
  0.1,
  [],
  {},
  [[]],
  [null],
  { length: -1 },
  { toString: 1 },
  JSON.parse('{"then":1}'),
  { $gt: '' },
  '00000000-0000-0000-0000-000000000000',
  'FFFFFFFF-FFFF-4FFF-BFFF-FFFFFFFFFFFF',
  '2026-13-45T99:99:99Z',
  '0000-00-00',
  '+275760-09-13T00:00:00.001Z',
  '1969-12-31T23:59:59Z',
]

/** A value somewhere in a body, put in the place of what stands there. */
export function mutated(body, random) {
  const copy = structuredClone(body)
  const spots = []
  const walk = (value) => {
    if (typeof value !== 'object' || value === null) return
    for (const key of Object.keys(value)) {
      spots.push([value, key])
      walk(value[key])
    }
  }
  walk(copy)
  if (spots.length === 0) return random.one(VALUES)
  for (let i = 0; i <= random.below(3); i += 1) {
    const [at, key] = random.one(spots)
    const what = random.below(6)
    if (what === 0) delete at[key]
    else if (what === 1 && typeof at[key] === 'string') at[key] = at[key].toUpperCase()
    else if (what === 2 && Array.isArray(at)) at.push(at[key])
    else if (what === 3) at[random.one(['__proto__', 'constructor', 'toString', 'id', '\u0000', ''])] = random.one(VALUES)
    else at[key] = random.one(VALUES)
  }
  return copy
}

/** A body as text: mostly JSON, now and then what is none. */
export function textOf(body, random) {
  const text = JSON.stringify(body) ?? ''
  switch (random.below(14)) {
    case 0:
      return text.slice(0, random.below(text.length + 1))
    case 1:
      return deep(random.one([60, 70, 500, 5000]), '[', ']')
    case 2:
      return deep(random.one([20, 70, 3000]), '{"a":', '}').replace('{"a":}', '{"a":1}')
    case 3:
      return text.replace(/"([^"]*)":/, '"__proto__":{"polluted":1},"$1":')
    case 4:
      return `\ufeff${text}`
    case 5:
      return text.replace(/(\d+)/, '1e99999')
    default:
      return text
  }
}

const PARTS = [
  (id) => id.toUpperCase(),
  (id) => id.slice(0, -1),
  (id) => `${id}%00`,
  () => '%00',
  () => '..%2f..',
  () => '%ff%fe',
  () => 'x'.repeat(2000),
  () => "'--",
  () => '%F0%9F%98%80',
  () => '',
  () => '0',
]

/** An address with its names filled in, now and then with what is no such thing. */
export function addressOf(path, ids, random) {
  const filled = path.replace(/:(\w+)/g, (_, name) => {
    const id = random.one(ids[name] ?? ids.any)
    return random.chance(0.15) ? random.one(PARTS)(id) : id
  })
  if (!random.chance(0.12)) return filled
  return random
    .one([
      filled.replace(
        /=[^&]*/,
        `=${encodeURIComponent((JSON.stringify(random.one(VALUES)) ?? '').toWellFormed())
          .slice(0, 300)
          .replace(/%.?$/, '')}`,
      ),
      `${filled}${filled.includes('?') ? '&' : '?'}units=${'x'.repeat(500)}&lang=zz&after=-1`,
      `${filled}/`,
      filled.replace('/api/', '/api//'),
    ])
    .replace(/[\ud800-\udfff]/g, '')
}
