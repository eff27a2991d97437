import type { Mark, Scene } from '@ingle/report'
import { useId, useMemo, useState } from 'react'

const tone = (name: string) => `var(--tone-${name})`
const path = (points: readonly (readonly [number, number])[]) =>
  points.map(([x, y]) => `${x.toFixed(1)},${y.toFixed(1)}`).join(' ')

type Dot = Extract<Mark, { kind: 'dot' }>

interface Props {
  scene: Scene
  /** Called with the part's name when a part of the picture is chosen. */
  onPart?: (part: string) => void
  openPart?: string | null
}

/** A scene in the theme's colours. Points say their values on hover, tap or focus. */
export function Drawing({ scene, onPart, openPart }: Props) {
  const [said, setSaid] = useState<string | null>(null)
  const titleId = useId()
  /** The points that say something, from left to right: arrow keys go through them. */
  const points = useMemo(
    () => scene.marks.filter((one): one is Dot => one.kind === 'dot' && one.says !== undefined).sort((a, b) => a.x - b.x),
    [scene],
  )
  const [at, setAt] = useState(-1)
  const step = (event: React.KeyboardEvent) => {
    const last = points.length - 1
    const next = {
      ArrowRight: Math.min(at + 1, last),
      ArrowDown: Math.min(at + 1, last),
      ArrowLeft: Math.max(at - 1, 0),
      ArrowUp: Math.max(at - 1, 0),
      Home: 0,
      End: last,
    }[event.key]
    if (next === undefined || event.target !== event.currentTarget) return
    event.preventDefault()
    setAt(next)
    setSaid(points[next]?.says ?? null)
  }
  const ring = at >= 0 ? points[at] : undefined
  return (
    <div className="relative">
      <svg
        {...(points.length > 0 && {
          tabIndex: 0,
          onKeyDown: step,
          onBlur: () => {
            setAt(-1)
            setSaid(null)
          },
          'aria-describedby': `${titleId}-keys`,
        })}
        viewBox={`0 0 ${scene.width} ${scene.height}`}
        width="100%"
        role={onPart ? 'group' : 'img'}
        aria-labelledby={titleId}
        className="block max-w-full"
      >
        <title id={titleId}>{scene.says}</title>
        {scene.marks.map((mark, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: marks have no identity; the whole picture is drawn anew.
          <MarkView key={i} mark={mark} onSay={setSaid} onPart={onPart} openPart={openPart ?? null} />
        ))}
        {ring && (
          <circle
            cx={ring.x}
            cy={ring.y}
            r={ring.radius + 6}
            fill="none"
            stroke={tone('ink')}
            strokeWidth={2}
            strokeDasharray="3 2"
          />
        )}
      </svg>
      {points.length > 0 && (
        <span id={`${titleId}-keys`} className="sr-only">
          {points.length === 1 ? 'One point: an arrow key reads it.' : `${points.length} points: arrow keys read them.`}
        </span>
      )}
      <output
        className={`num absolute right-1 top-1 rounded px-2 py-0.5 text-xs bg-neutral text-neutral-content pointer-events-none ${said ? '' : 'hidden'}`}
      >
        {said}
      </output>
    </div>
  )
}

function MarkView({
  mark,
  onSay,
  onPart,
  openPart,
}: {
  mark: Mark
  onSay: (text: string | null) => void
  onPart: Props['onPart']
  openPart: string | null
}) {
  switch (mark.kind) {
    case 'line':
      return (
        <polyline
          fill="none"
          stroke={tone(mark.tone)}
          strokeWidth={mark.width}
          strokeDasharray={mark.dash}
          strokeLinejoin="round"
          points={path(mark.points)}
        />
      )
    case 'area':
      return <polygon fill={tone(mark.tone)} fillOpacity={mark.opacity} points={path(mark.points)} />
    case 'rect':
      return <RectView mark={mark} onPart={onPart} open={openPart !== null && openPart === mark.part} />
    case 'dot':
      return (
        <g onPointerEnter={() => onSay(mark.says ?? null)} onPointerLeave={() => onSay(null)}>
          <circle cx={mark.x} cy={mark.y} r={Math.max(mark.radius, 14)} fill="transparent" />
          <circle cx={mark.x} cy={mark.y} r={mark.radius} fill={tone(mark.fill)} stroke={tone(mark.stroke)} strokeWidth={2.2} />
        </g>
      )
    case 'text':
      return (
        <text
          x={mark.x}
          y={mark.y}
          fontSize={mark.size}
          textAnchor={mark.anchor}
          fill={tone(mark.tone)}
          fontWeight={mark.bold ? 700 : 400}
          className={`pointer-events-none ${mark.mono ? 'num' : ''}`}
          {...(mark.halo && { stroke: 'var(--tone-paper)', strokeWidth: 3.5, paintOrder: 'stroke' })}
        >
          {mark.text}
        </text>
      )
  }
}

function RectView({ mark, onPart, open }: { mark: Extract<Mark, { kind: 'rect' }>; onPart: Props['onPart']; open: boolean }) {
  const box = {
    x: mark.x,
    y: mark.y,
    width: mark.width,
    height: mark.height,
    rx: mark.radius ?? 0,
    fill: tone(mark.tone),
    fillOpacity: mark.opacity,
    stroke: open ? tone('ember') : mark.stroke ? tone(mark.stroke) : 'none',
    strokeWidth: open ? 2.5 : 1,
  }
  const part = mark.part
  if (!part || !onPart) return <rect {...box} />
  const choose = () => onPart(part)
  return (
    // biome-ignore lint/a11y/useSemanticElements: a button element cannot stand inside a drawing.
    <rect
      {...box}
      role="button"
      tabIndex={0}
      aria-label={`Open ${part.replaceAll('-', ' ')}`}
      aria-pressed={open}
      className="cursor-pointer"
      onClick={choose}
      onKeyDown={(event) => {
        if (event.key === 'Enter' || event.key === ' ') {
          event.preventDefault()
          choose()
        }
      }}
    />
  )
}
