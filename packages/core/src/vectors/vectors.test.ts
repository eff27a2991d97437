import { describe, expect, it } from 'vitest'
import airflow from '../../vectors/airflow.json' with { type: 'json' }
import blowerTables from '../../vectors/blower_tables.json' with { type: 'json' }
import co2Control from '../../vectors/co2_control.json' with { type: 'json' }
import codes from '../../vectors/codes.json' with { type: 'json' }
import devicePrograms from '../../vectors/device_programs.json' with { type: 'json' }
import economizer from '../../vectors/economizer.json' with { type: 'json' }
import fanLimit from '../../vectors/fan_limit.json' with { type: 'json' }
import freeCooling from '../../vectors/free_cooling.json' with { type: 'json' }
import freshAir from '../../vectors/fresh_air.json' with { type: 'json' }
import localTimes from '../../vectors/local_times.json' with { type: 'json' }
import motorDrive from '../../vectors/motor_drive.json' with { type: 'json' }
import onOffControl from '../../vectors/onoff_control.json' with { type: 'json' }
import pasteTables from '../../vectors/paste_tables.json' with { type: 'json' }
import proof from '../../vectors/proof.json' with { type: 'json' }
import psychrometrics from '../../vectors/psychrometrics.json' with { type: 'json' }
import reconcile from '../../vectors/reconcile.json' with { type: 'json' }
import roomControl from '../../vectors/room_control.json' with { type: 'json' }
import schedules from '../../vectors/schedules.json' with { type: 'json' }
import sensorDiagnosis from '../../vectors/sensor_diagnosis.json' with { type: 'json' }
import sensors from '../../vectors/sensors.json' with { type: 'json' }
import setbackSavings from '../../vectors/setback_savings.json' with { type: 'json' }
import targets from '../../vectors/targets.json' with { type: 'json' }
import warmUpFit from '../../vectors/warmup_fit.json' with { type: 'json' }
import zones from '../../vectors/zones.json' with { type: 'json' }
import { answerCase } from './answers.ts'

interface VectorCase {
  id: string
  what: string
  in: Record<string, unknown>
  out: Record<string, unknown>
  tol: Record<string, unknown>
}

const files: Record<string, unknown> = {
  psychrometrics,
  airflow,
  blowerTables,
  targets,
  sensors,
  motorDrive,
  pasteTables,
  codes,
  zones,
  fanLimit,
  reconcile,
  roomControl,
  onOffControl,
  sensorDiagnosis,
  warmUpFit,
  freshAir,
  co2Control,
  freeCooling,
  economizer,
  schedules,
  localTimes,
  devicePrograms,
  setbackSavings,
  proof,
}

function expectWithin(actual: unknown, wanted: unknown, tolerance: unknown, where: string) {
  if (Array.isArray(wanted)) {
    expect(actual, where).toHaveLength(wanted.length)
    wanted.forEach((one, i) => {
      expectWithin((actual as unknown[])[i], one, Array.isArray(tolerance) ? tolerance[i] : tolerance, `${where}[${i}]`)
    })
  } else if (typeof wanted === 'number' && typeof tolerance === 'number') {
    expect(actual, where).toBeTypeOf('number')
    expect(Math.abs((actual as number) - wanted), `${where}: ${actual} against ${wanted}`).toBeLessThanOrEqual(tolerance)
  } else {
    expect(actual, where).toEqual(wanted)
  }
}

describe.each(Object.entries(files))('worked cases of %s', (_, cases) => {
  it.each((cases as VectorCase[]).map((one) => [one.id, one.what, one] as const))('%s %s', (id, _what, one) => {
    const answer = answerCase(id, one.in)
    expect(answer).not.toBeNull()
    for (const [key, wanted] of Object.entries(one.out))
      expectWithin(answer?.[key], wanted, one.tol[key] ?? 'exact', `${id}.${key}`)
  })
})
