/** Steps that make a system safe to open, each confirmed before what needs it. */
export interface IsolationStep {
  id: string
  says: string
  why: string
  /** To be waited out since another step was confirmed. */
  waitS?: number
  waitsFor?: string
}

interface IsolationNeeds {
  gas: boolean
  /** How long stored charge takes to go, by the slowest device. */
  dischargeS: number
  /** Which device that is. */
  slowest: string
}

/**
 * The order of making dead. Source: the common practice of lock-out: tell, open, lock, prove dead with a meter that was
 * proved before and after, once stored charge has had its time. Local codes and the maker's manual come first.
 */
export function isolationSteps(needs: IsolationNeeds): IsolationStep[] {
  return [
    {
      id: 'isolation.told',
      says: 'The occupant knows that it will be off, and for how long.',
      why: 'Somebody who does not know switches it on again.',
    },
    ...(needs.gas
      ? [
          {
            id: 'isolation.gas',
            says: 'Gas shut at the appliance valve.',
            why: 'Power that comes back must not find gas without a watching eye.',
          },
        ]
      : []),
    {
      id: 'isolation.open',
      says: 'Every disconnect open: indoor, outdoor, heater kit.',
      why: 'A heater kit often has a circuit of its own.',
    },
    {
      id: 'isolation.locked',
      says: 'Locked, tagged, and the key in your pocket.',
      why: 'An open disconnect without a lock is one that somebody will close.',
    },
    {
      id: 'isolation.discharged',
      says: `Waited for stored charge, ${needs.slowest}.`,
      why: 'Capacitors hold it after the power is gone; never short them by hand.',
      waitS: needs.dischargeS,
      waitsFor: 'isolation.open',
    },
    {
      id: 'isolation.dead',
      says: 'Proved dead after the wait, AC and DC, every pole to earth and to each other, with a meter tried on a live source before and after.',
      why: 'A meter that is broken shows zero too, and one set to AC shows none of what a capacitor holds.',
      waitS: 0,
      waitsFor: 'isolation.discharged',
    },
  ]
}

/**
 * From when a step may be confirmed, ms since 1970: at once, or once the wait is over that began when another step was
 * confirmed. Null while that one is not confirmed.
 */
export function mayConfirmFromMs(step: IsolationStep, confirmedAtMs: (id: string) => number | null): number | null {
  if (step.waitS === undefined || step.waitsFor === undefined) return 0
  const began = confirmedAtMs(step.waitsFor)
  return began === null ? null : began + step.waitS * 1000
}
