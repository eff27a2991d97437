/** Where one small fault can be put into a TypeScript module, and how the code reads with it. */
import { parseSync } from 'vite'

const SWAPS = {
  '<': '<=',
  '<=': '<',
  '>': '>=',
  '>=': '>',
  '===': '!==',
  '!==': '===',
  '+': '-',
  '-': '+',
  '*': '/',
  '/': '*',
  '&&': '||',
  '||': '&&',
}
const CALLS = new Map(Object.entries({ some: 'every', every: 'some', min: 'max', max: 'min', floor: 'ceil', ceil: 'floor' }))
const DROPPED = new Set(['filter', 'sort', 'toSorted', 'reverse', 'slice', 'trim', 'toLowerCase'])
/** Of these only the part that runs is walked. */
const INNER = { TSAsExpression: 'expression', TSNonNullExpression: 'expression', TSSatisfiesExpression: 'expression' }
const SKIPPED = new Set(['Decorator', 'ImportDeclaration', 'ExportAllDeclaration', 'ImportExpression'])

const isText = (node) =>
  node.type === 'TemplateLiteral' ||
  (node.type === 'Literal' && typeof node.value === 'string') ||
  (node.type === 'BinaryExpression' && node.operator === '+' && (isText(node.left) || isText(node.right)))

/**
 * Every fault of one module: comparisons and arithmetic turned, conditions always or never, branches swapped, numbers one
 * off, flags turned, calls left out. Types, decorators and words are left alone: what they say is data. So are fallbacks
 * behind `??` and in lists that are taken apart.
 */
export function sitesOf(file, code) {
  const { program, errors } = parseSync(file, code)
  if (errors.length > 0) throw new Error(`${file}: ${errors[0].message}`)
  const sites = []
  const text = (node) => code.slice(node.start, node.end)
  /** Where statements of an expression begin, and end: there a bracket in front would join them to the line before. */
  const statements = new Map()
  const add = (node, what, becomes) => {
    const statement = statements.get(node.start)
    if (statement !== undefined && statement !== node.end) return
    sites.push({ file, start: node.start, end: node.end, what, becomes, statement: statement !== undefined })
  }

  const walk = (node, chained, inList = false) => {
    if (Array.isArray(node)) {
      for (const one of node) walk(one, chained, inList)
      return
    }
    if (!node || typeof node.type !== 'string' || SKIPPED.has(node.type)) return
    if (INNER[node.type]) return walk(node[INNER[node.type]], chained)
    if (node.type.startsWith('TS') && node.type !== 'TSExportAssignment') return
    if (node.type === 'ExpressionStatement') statements.set(node.expression.start, node.expression.end)
    faults(node, chained)
    const inChain = node.type === 'ChainExpression' || (chained && ['MemberExpression', 'CallExpression'].includes(node.type))
    for (const [key, child] of Object.entries(node)) {
      if (node.type === 'LogicalExpression' && node.operator === '??' && key === 'right' && child.type === 'Literal') continue
      // Of the same kind: what stands in for a part of a list that is always there.
      if (node.type === 'AssignmentPattern' && key === 'right' && child.type === 'Literal' && inList) continue
      if (typeof child !== 'object' || child === null || key === 'typeAnnotation' || key === 'typeParameters') continue
      if (key === 'key' && !node.computed) continue
      walk(child, inChain && (key === 'expression' || key === 'object' || key === 'callee'), node.type === 'ArrayPattern')
    }
  }

  const faults = (node, chained) => {
    switch (node.type) {
      case 'BinaryExpression':
      case 'LogicalExpression': {
        const { operator, left, right } = node
        // A fallback is mostly what the type checker asks for where nothing can be missing.
        if (operator === '??') return
        if (!SWAPS[operator] || isText(node)) return
        return add(node, `${operator} → ${SWAPS[operator]}`, `(${text(left)}) ${SWAPS[operator]} (${text(right)})`)
      }
      case 'ConditionalExpression':
        return add(node, 'branches swapped', `(${text(node.test)}) ? (${text(node.alternate)}) : (${text(node.consequent)})`)
      case 'IfStatement':
        add(node.test, 'if always', 'true')
        return add(node.test, 'if never', 'false')
      case 'UnaryExpression':
        if (node.operator === '!' || node.operator === '-') add(node, `${node.operator} left out`, text(node.argument))
        return
      case 'Literal':
        if (typeof node.value === 'number') add(node, `${node.raw} → ${node.value + 1}`, String(node.value + 1))
        if (typeof node.value === 'boolean') add(node, `${node.value} → ${!node.value}`, String(!node.value))
        return
      case 'ExpressionStatement':
        if (node.expression.type === 'CallExpression' && node.expression.callee.type !== 'Super')
          add(node.expression, 'call left out', 'undefined')
        return
      case 'CallExpression': {
        const { callee } = node
        if (chained || callee.type !== 'MemberExpression' || callee.computed || callee.optional) return
        const name = callee.property.name
        if (DROPPED.has(name)) return add(node, `.${name}() left out`, text(callee.object))
        const other = CALLS.get(name)
        if (other) {
          const rest = code.slice(callee.property.end, node.end)
          return add(node, `.${name} → .${other}`, `${text(callee.object)}.${other}${rest}`)
        }
      }
    }
  }
  walk(program.body, false)
  return sites
}

export const lineOf = (code, at) => code.slice(0, at).split('\n').length

/** The module with all its chosen faults in it, each asleep until the switch of its number is thrown. */
export function withFaults(code, chosen) {
  let out = code
  for (const { start, end, id, becomes, statement } of [...chosen].sort((a, b) => b.start - a.start)) {
    const either = `globalThis.__fault?.(${id}) ? (${becomes}) : (${out.slice(start, end)})`
    out = `${out.slice(0, start)}${statement ? either : `(${either})`}${out.slice(end)}`
  }
  return out
}
