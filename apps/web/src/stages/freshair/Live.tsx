import { LIVE_IDS, type LiveId, liveKind } from '@ingle/core'
import { Done } from '@ingle/record/wire'
import { Play, Square } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { useGateways, useLive } from '../../gateway/useLive.ts'
import { Cautions } from '../../kit/Cautions.tsx'
import { DataTable } from '../../kit/DataTable.tsx'
import { LineField } from '../../kit/Field.tsx'
import { Empty, Notice } from '../../kit/Notice.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { api } from '../../sync/api.ts'
import { useVisit } from '../../visit/useVisit.ts'

/** A figure older than this is said to be old, s. */
const OLD_S = 5

/** What the unit says now, over the wire, with register and age. Nothing is written down unless somebody asks. */
export function Live() {
  const { devices } = useVisit()
  const device = devices.find((one) => (one.profile.gateway?.live?.length ?? 0) > 0)
  if (!device)
    return (
      <Empty title="This unit says nothing over a wire">
        <p>Its profile has no live registers. Readings are jotted, or typed under Checks.</p>
      </Empty>
    )
  return <Watching place={device.place} family={device.profile.family} hasTest={device.profile.gateway?.test !== undefined} />
}

function Watching({ place, family, hasTest }: { place: string; family: string; hasTest: boolean }) {
  const { state, system, at, show, clock, write } = useVisit()
  const { gateways, chosen, choose, wrong: noGateways } = useGateways(system.name)
  const [on, setOn] = useState(false)
  const [said, setSaid] = useState<{ kind: 'wrong' | 'plain'; text: string } | null>(null)
  const body = { siteId: state.id, ...at, place }
  const { answer, wrong } = useLive(body, chosen, on)
  const values = new Map(answer?.values.map((one) => [one.id, one] as const) ?? [])
  const number = (id: LiveId) => values.get(id)?.value ?? null
  const say = (id: LiveId): string => {
    const value = number(id)
    if (value === null) return 'means nothing'
    const kind = liveKind(id)
    if (kind.words) return kind.words[value] ?? ''
    if (kind.in) return show(kind.in, value)
    return kind.unit ? `${Math.round(value)} ${kind.unit}` : String(Math.round(value))
  }
  const keep = async () => {
    const [outdoorF, returnF, mixedF, commandPct] = (['outdoor', 'return', 'mixed', 'damper'] as const).map(number)
    if (outdoorF == null || returnF == null || mixedF == null || commandPct == null)
      return setSaid({ kind: 'wrong', text: 'The unit does not say enough for a reading.' })
    const [feedback, co2, fan, stage, call] = (['feedback', 'co2', 'fan', 'stage', 'call'] as const).map(number)
    const refused = refusalOf(
      await write([
        {
          kind: 'roof.reading',
          body: {
            ...at,
            outdoorF,
            returnF,
            mixedF,
            commandPct,
            cooling: (call ?? 0) > 0,
            compressor: (stage ?? 0) > 0,
            ...(feedback != null && { feedbackPct: feedback }),
            ...(co2 != null && { co2Ppm: co2 }),
            ...(fan != null && { fanPct: fan }),
            from: 'wire',
          },
        },
      ]),
    )
    setSaid(
      refused
        ? { kind: 'wrong', text: refused }
        : { kind: 'plain', text: 'Written down as a reading: Checks says what it shows.' },
    )
  }
  return (
    <div className="grid gap-3 md:gap-4 lg:grid-cols-[minmax(0,1.4fr)_minmax(0,1fr)] items-start">
      <section aria-label="What the unit says now" className="panel p-4 flex flex-col gap-2.5">
        <div className="flex flex-wrap items-end gap-2">
          <label className="block flex-1 min-w-48">
            <span className="soft text-[13px] block">Through</span>
            <select className="select w-full" value={chosen} onChange={(event) => choose(event.target.value)}>
              {gateways?.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.name} ({one.host}:{one.port})
                </option>
              ))}
            </select>
          </label>
          <button type="button" className={`btn ${on ? '' : 'btn-primary'}`} disabled={chosen === ''} onClick={() => setOn(!on)}>
            {on ? <Square size={16} aria-hidden="true" /> : <Play size={16} aria-hidden="true" />}{' '}
            {on ? 'Stop watching' : 'Watch'}
          </button>
        </div>
        {gateways?.length === 0 && (
          <p className="soft">No address is allowed yet: the crew’s lead allows them, one by one, on the Settings stage.</p>
        )}
        {(noGateways ?? wrong) && <Notice kind="wrong">{noGateways ?? wrong}</Notice>}
        {answer && (
          <>
            <h2 className="font-bold text-lg">
              {family}: {say('mode')}
            </h2>
            <DataTable
              caption="Live values"
              columns={[
                { head: 'Value' },
                { head: 'Now', figure: true },
                { head: 'Register', figure: true },
                { head: 'Age', figure: true },
              ]}
              rows={LIVE_IDS.filter((id) => values.has(id)).map((id) => ({
                key: id,
                cells: [liveKind(id).label, say(id), String(values.get(id)?.register ?? ''), <Age key="a" at={answer.at} />],
              }))}
            />
            <div className="flex flex-wrap gap-2">
              <button type="button" className="btn btn-neutral" onClick={() => void keep()}>
                Write this down
              </button>
              <span className="soft text-[13px] self-center">
                Read at {clock.hour(answer.at)}. Nothing is written down unless you ask.
              </span>
            </div>
          </>
        )}
        {!answer && !wrong && <p className="soft">{on ? 'Asking the unit …' : 'Watch it to see what it says, once a second.'}</p>}
        {said && <Notice kind={said.kind}>{said.text}</Notice>}
      </section>
      {hasTest && chosen !== '' && (
        <TestMode
          gatewayId={chosen}
          body={body}
          live={
            answer
              ? {
                  damper: number('damper'),
                  feedback: number('feedback'),
                  mode: say('mode'),
                  mixed: number('mixed'),
                  outdoor: number('outdoor'),
                  return: number('return'),
                  fan: number('fan'),
                }
              : null
          }
        />
      )}
    </div>
  )
}

/** Seconds since a figure was read, counting on by itself. */
function Age({ at }: { at: string }) {
  const [now, setNow] = useState(Date.now())
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 1000)
    return () => clearInterval(timer)
  }, [])
  const seconds = Math.max(0, Math.round((now - Date.parse(at)) / 1000))
  return <span className={seconds > OLD_S ? 'text-error font-bold' : ''}>{seconds} s</span>
}

interface LiveNow {
  damper: number | null
  feedback: number | null
  mode: string
  mixed: number | null
  outdoor: number | null
  return: number | null
  fan: number | null
}

/** Test mode over the wire: fan and damper by hand, the stroke timed, and what is read there noted as a point. */
function TestMode({ gatewayId, body, live }: { gatewayId: string; body: object; live: LiveNow | null }) {
  const { write, at } = useVisit()
  const [fan, setFan] = useState('100')
  const [damper, setDamper] = useState('30')
  const [said, setSaid] = useState<{ kind: 'wrong' | 'plain'; text: string } | null>(null)
  const began = useRef<{ atMs: number; to: number } | null>(null)
  const [arrived, setArrived] = useState<{ to: number; seconds: number } | null>(null)
  const isTest = live?.mode === 'test'
  useEffect(() => {
    const run = began.current
    // There within two percent, by its own feedback.
    if (run && live?.feedback !== null && live?.feedback !== undefined && Math.abs(live.feedback - run.to) <= 2) {
      setArrived({ to: run.to, seconds: Math.round((Date.now() - run.atMs) / 1000) })
      began.current = null
    }
  }, [live])
  const send = async (wanted: object, text: string) => {
    const answer = await api('POST', `/api/gateways/${gatewayId}/test`, Done, { ...body, ...wanted })
    setSaid(answer.ok ? { kind: 'plain', text } : { kind: 'wrong', text: `${answer.error.reason} ${answer.error.remedy}` })
    return answer.ok
  }
  const go = async () => {
    const [fanPct, damperPct] = [fan, damper].map((text) => Number(text.replace(',', '.')))
    if (!(fanPct !== undefined && fanPct >= 0 && fanPct <= 120 && damperPct !== undefined && damperPct >= 0 && damperPct <= 100))
      return setSaid({ kind: 'wrong', text: 'Fan from 0 to 120 and damper from 0 to 100 percent, in figures.' })
    setArrived(null)
    if (await send({ fanPct, damperPct }, `Told: fan ${fanPct}%, damper ${damperPct}%.`))
      began.current = { atMs: Date.now(), to: damperPct }
  }
  const note = async () => {
    if (
      !live ||
      live.outdoor === null ||
      live.return === null ||
      live.mixed === null ||
      live.fan === null ||
      live.damper === null
    )
      return
    const refused = refusalOf(
      await write([
        {
          kind: 'damper.point',
          body: {
            ...at,
            speedPct: live.fan,
            positionPct: live.damper,
            way: 'temperatures',
            outdoorF: live.outdoor,
            returnF: live.return,
            mixedF: live.mixed,
          },
        },
      ]),
    )
    setSaid(
      refused
        ? { kind: 'wrong', text: refused }
        : { kind: 'plain', text: 'Noted as a point of the damper line, by the unit’s own sensors.' },
    )
  }
  const stroke = async () => {
    if (!arrived || live?.feedback == null) return
    const refused = refusalOf(
      await write([
        {
          kind: 'stroke.reading',
          body: { ...at, commandPct: arrived.to, feedbackPct: live.feedback, seconds: arrived.seconds, from: 'wire' },
        },
      ]),
    )
    setSaid(refused ? { kind: 'wrong', text: refused } : { kind: 'plain', text: 'Noted as a step of the stroke test.' })
    if (!refused) setArrived(null)
  }
  return (
    <section aria-label="Test mode over the wire" className="panel p-4 flex flex-col gap-2.5">
      <h2 className="font-bold">Test mode over the wire</h2>
      <Cautions at={['remote-test', 'damper-moves', 'roof']} />
      <div className="grid grid-cols-2 gap-2.5">
        <LineField label="Fan, %" numeric value={fan} onChange={setFan} />
        <LineField label="Damper, %" numeric value={damper} onChange={setDamper} />
      </div>
      <div className="flex flex-wrap gap-2">
        <button type="button" className="btn btn-neutral" onClick={() => void go()}>
          Drive it there
        </button>
        <button type="button" className="btn" onClick={() => void send({}, 'It runs by itself again.')}>
          End test mode
        </button>
      </div>
      {isTest && <Notice kind="watch">It stands in test mode: end it before you leave.</Notice>}
      {arrived && (
        <p>
          There after <b className="num">{arrived.seconds} s</b> by its feedback.{' '}
          <button type="button" className="link" onClick={() => void stroke()}>
            Note as a step of the stroke test
          </button>
        </p>
      )}
      <button
        type="button"
        className="btn btn-quiet self-start"
        disabled={!isTest || live?.mixed === null}
        onClick={() => void note()}
      >
        Note as a point of the damper line
      </button>
      {said && <Notice kind={said.kind}>{said.text}</Notice>}
    </section>
  )
}
