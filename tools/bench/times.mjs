/** Times: what is in force over ten years, the nearest programs, a morning, a year. */
export function benchTimes({ core, meaning, record, demo, line, median }) {
  const on = (days, startMin, heatF, coolF) => ({ days, startMin, action: 'set', heatF, coolF })
  const [work, free, all] = [
    [0, 1, 2, 3, 4],
    [5, 6],
    [0, 1, 2, 3, 4, 5, 6],
  ]
  const week = [
    on(work, 345, 69, 76),
    on(work, 440, 60, 83),
    on(work, 1030, 69, 76),
    on(work, 1310, 61, 78),
    on(free, 480, 69, 76),
    on(free, 1390, 61, 78),
  ]
  const program = {
    zone: 'Europe/London',
    week,
    seasons: [{ range: { yearly: true, fromMonthDay: 1001, toMonthDay: 430 }, week }],
    exceptions: [{ range: { yearly: true, fromMonthDay: 1224, toMonthDay: 102 }, days: null, events: [on(all, 0, 55, 85)] }],
    holidays: null,
    actions: [],
  }
  const from = Date.UTC(2026, 0, 1)
  const minutes = 3652 * 1440
  const [heat, cool] = [new Float64Array(minutes), new Float64Array(minutes)]
  line(
    'in force at every minute of ten years',
    median(9, () => core.fillSetPoints(core.timelineOf(program, from, from + minutes * 60_000), from, heat, cool)),
    50,
  )
  const changes = demo.otterholtChanges(new Date())
  const state = record.fold(changes[0].siteId, changes)
  const view = meaning.visitOf({ state, system: state.systems[0], visit: state.visits.at(-1), units: core.BASE_UNITS })
  const today = meaning.dayOfDate('2026-11-28')
  const lanes = meaning.lanesOf(view, null)
  const varied = (lane) => lane.map((one, minute) => one + (Math.floor(minute / 1440) % 3))
  const hardest = {
    groups: all.map((day) => [day, day]),
    periodsPerDay: 4,
    timeStepMin: 10,
    setStepF: 1,
    leastGapF: 3,
    starts: 'common',
  }
  line(
    'nearest program, each day its own, four periods',
    median(9, () =>
      core.nearestProgram(
        { heat: varied(lanes.heat), cool: varied(lanes.cool) },
        { ...hardest, heat: { lowF: 44, highF: 86 }, cool: { lowF: 64, highF: 95 } },
      ),
    ),
    300,
  )
  const morning = meaning.warmJobOf(view, today)
  line(
    'two mornings by three schools',
    median(9, () => meaning.runWarm(morning)),
    100,
  )
  const [year] = meaning.savesJobsOf(view, today)
  line(
    'a year with the week and without, seven depths',
    median(3, () => meaning.runSaves(year)),
    1000,
  )
  const segments = () => meaning.segmentsOf(meaning.weekIn(view, null), meaning.keptOf(view), { heat: true, cool: true })
  line('a week drawn anew while an edge is dragged', median(99, segments), 16)
}
