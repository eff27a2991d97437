import { boat, expect, flat, signedIn, type Tech, test } from '../bench.ts'

const day = (tech: Tech) => tech.page.getByRole('region', { name: 'A day of this room' })
const figures = (tech: Tech) => tech.page.getByRole('region', { name: 'What it will be like' })

test('a room is tried at the wall: another sensor, another fan, and what was tried becomes the aim', async ({ tech }) => {
  const { page } = tech
  await tech.open(flat(1, 'comfort'))
  await expect(day(tech).getByRole('heading')).toHaveText(/^It stays within/)
  await expect(figures(tech).getByRole('row', { name: /^Swing/ })).toBeVisible()
  const controls = page.getByRole('region', { name: 'What this device can be set to' })
  await controls
    .getByRole('group', { name: /^Fan when satisfied, heating/ })
    .getByRole('button', { name: 'trickle' })
    .click()
  await expect(figures(tech).getByRole('row', { name: /^Fan trickles/ })).toBeVisible()
  await controls.getByLabel(/^Differential/).selectOption({ index: 2 })
  await expect(day(tech)).toContainText('this try')
  // The moment is moved to by the keyboard, and every value is read there.
  const moment = page.getByRole('slider', { name: 'Moment of the day' })
  await expect(moment).toHaveAttribute('aria-valuetext', '08:00')
  await moment.press('ArrowRight')
  await expect(moment).toHaveAttribute('aria-valuetext', '08:02')
  // Or by hovering over the picture, whose window stays where it is.
  await day(tech)
    .locator('svg')
    .first()
    .hover({ position: { x: 60, y: 100 } })
  await expect(moment).toHaveAttribute('aria-valuetext', /^04:[0-3]\d$/)
  await day(tech).getByRole('button', { name: 'Table' }).click()
  await expect(day(tech).getByRole('row', { name: /^23:00/ })).toBeVisible()
  await day(tech).getByRole('button', { name: 'hot and damp' }).click()
  await expect(day(tech).getByRole('row', { name: /^15:00/ })).toContainText(/cooling|nothing runs/)
  await page.getByRole('button', { name: 'Take 2 as aims' }).click()
  await expect(page.getByRole('region', { name: 'Take as aims' })).toContainText('The ledger aims at this try.')
  await tech.stage('Settings')
  await expect(tech.ledgerRow(/^Fan when satisfied, heating/)).toContainText('Tried on a hot and damp day')
})

test('the best of every combination is found, can be opened, and be tried', async ({ tech }) => {
  const { page } = tech
  await tech.open(flat(3, 'comfort'))
  await page.getByRole('button', { name: 'Find the best…' }).click()
  const best = page.getByRole('region', { name: 'Find the best' })
  await best.getByRole('button', { name: 'Try them all' }).click()
  await expect(best).toContainText(/^Find the best.*Best:/s, { timeout: 60_000 })
  await expect(best).toContainText('What matters most:')
  await expect(best).not.toContainText('jumps between two')
  await best.getByLabel('Opened, the best first').selectOption({ index: 1 })
  await best.getByRole('button', { name: 'Use as this try' }).click()
  await expect(day(tech)).toContainText('this try')
})

test('why flat 3 feels hot: the way in, the pairs, the gap sealed, the source moved, the fan stopped, and proved', async ({
  tech,
}) => {
  const { page } = tech
  await tech.open(flat(3, 'settings'))
  // As somebody found it: read in the return, the fan trickling.
  await tech.jot('found sensor 2')
  await tech.jot('found fan.heat 1')
  await tech.stage('Survey')
  await page.getByRole('button', { name: 'Hot, while it shows that it is warm enough' }).click()
  const causes = page.getByRole('region', { name: 'Causes' })
  await expect(causes.getByRole('heading')).toHaveText('Likeliest: Cold air from a void reaches the sensor through a gap.')
  const share = () => causes.getByRole('listitem').filter({ hasText: 'Cold air from a void' }).getByText(/\d+ %/).innerText()
  const before = Number.parseInt(await share(), 10)
  const apart = page.getByRole('region', { name: 'What tells them apart' })
  await apart
    .getByRole('region', { name: 'Does a strip of paper at the gap move while the fan runs?' })
    .getByRole('button', { name: 'Yes' })
    .click()
  await expect(apart).toContainText('Take back')
  await expect.poll(async () => Number.parseInt(await share(), 10)).toBeGreaterThan(before)
  // The pairs say the same.
  await page.getByRole('link', { name: 'Sensing' }).click()
  const said = page.getByRole('region', { name: 'What the pairs say' })
  await tech.jot('sensor return 69.8 ref 69.8 fan off')
  await expect(said).toContainText('1 pair is too few')
  const form = page.getByRole('form', { name: 'A pair' })
  await form.getByLabel(/^Sensor/).selectOption('return')
  await form.getByLabel(/^It shows/).fill('warm')
  await form.getByLabel(/^Reference/).fill('69.8')
  await form.getByRole('button', { name: 'Enter the pair' }).click()
  await expect(form.getByRole('alert')).toBeVisible()
  await expect(form.getByLabel(/^It shows/)).toHaveValue('warm')
  await form.getByLabel(/^It shows/).fill('69.9')
  await form.getByRole('button', { name: 'Enter the pair' }).click()
  for (const line of [
    '66.2 ref 69.9 fan on',
    '66.3 ref 69.9 fan on',
    '69.9 ref 69.9 fan off',
    '66.2 ref 69.8 fan on',
    '69.8 ref 69.8 fan off',
  ])
    await tech.jot(`sensor return ${line}`)
  await expect(said).toContainText('lower while the fan runs: other air reaches it')
  await expect(said.getByRole('listitem').first()).toContainText('Seal the hole behind it')
  // Tried on the room before anything is touched.
  await page.getByRole('link', { name: 'A day' }).click()
  await expect(day(tech).getByRole('heading')).toContainText('People sit in')
  const controls = page.getByRole('region', { name: 'What this device can be set to' })
  await page.getByRole('group', { name: 'Gap at the sensor sealed' }).getByRole('button', { name: 'yes' }).click()
  await controls
    .getByRole('group', { name: /^Fan when satisfied, heating/ })
    .getByRole('button', { name: 'off' })
    .click()
  await controls
    .getByRole('group', { name: /^Control sensor/ })
    .getByRole('button', { name: 'wall controller' })
    .click()
  await controls.getByLabel(/^Sensor offset/).selectOption('0')
  await expect(day(tech).getByRole('heading')).not.toContainText('People sit in')
  await expect(figures(tech).getByRole('row', { name: /^Mean beside what is wanted/ })).toContainText(/\+\d\.\d °F/)
  // Done: sealed, moved, stopped; read again, and proved.
  await page.getByRole('link', { name: 'Sensing' }).click()
  await page.getByRole('checkbox', { name: /^There is a gap/ }).click()
  await expect(said).toContainText('No pair was read since the change')
  await tech.jot('left sensor 3')
  await tech.jot('left fan.heat 0')
  await tech.jot('left trim 0')
  await tech.jot('wall 70.1 ref 69.9 fan off')
  await tech.jot('wall 70.2 ref 69.9 fan on')
  await said.getByRole('button', { name: 'Prove it in the ledger' }).click()
  await expect(said.getByRole('button', { name: 'Prove it in the ledger' })).toHaveCount(0)
  await tech.stage('Settings')
  await expect(tech.ledgerRow(/^Control sensor/)).toContainText(
    'Beside a reference: +0.2 °F with the fan off, +0.3 °F with it on.',
  )
  await tech.stage('Hand over')
  await expect(page.getByRole('region', { name: 'What speaks against it' })).not.toContainText('other air reaches it')
})

test('the best for the houseboat is found, taken, and set by the plan of keys', async ({ tech }) => {
  const { page } = tech
  await tech.open(boat('comfort'))
  await expect(day(tech).getByRole('heading')).toHaveText(/^The room swings by/)
  await page.getByRole('button', { name: 'Find the best…' }).click()
  const best = page.getByRole('region', { name: 'Find the best' })
  await expect(best).toContainText('even temperature ×4')
  await best.getByRole('button', { name: 'Try them all' }).click()
  await expect(best).toContainText('Best: Fan when satisfied, heating: off · Differential: 1.5 °F', { timeout: 60_000 })
  await expect(best).toContainText('What matters most: Differential')
  await best.getByRole('button', { name: 'Use as this try' }).click()
  await page.getByRole('button', { name: /^Take/ }).click()
  await expect(page.getByRole('region', { name: 'Take as aims' })).toContainText('The ledger aims at this try.')
  await tech.stage('Settings')
  await expect(tech.ledgerRow(/^Fan when satisfied, heating/)).toContainText('Tried on a frosty day')
  await page.getByRole('button', { name: /^Which keys on the C3/ }).click()
  const plan = page.getByRole('region', { name: 'Keys of the C3' })
  await expect(plan.getByRole('listitem').first()).toContainText('MODE + ▲ + ▼ held 5 s')
  await expect(plan).toContainText('Differential: 1.5')
  // On paper with its picture.
  await tech.stage('Hand over')
  await page.getByRole('link', { name: /Full record/ }).click()
  await expect(page.getByRole('img', { name: /^A day of this room where people are: as found/ })).toBeVisible()
})

test('the room around: another storey, the sun, a day that was logged; what cannot be is said', async ({ tech }) => {
  const { page } = tech
  await tech.open(boat('comfort/room'))
  const room = page.getByRole('region', { name: 'The room' })
  await room.getByLabel('Served, and not sensed').selectOption('beside')
  await tech.fill(room, 'Its floor', '120')
  await tech.fill(room, 'Its share of the air, %', '20')
  await room.getByLabel('Sun on the sensor').selectOption('afternoon')
  await room.getByLabel('The equipment gives').selectOption('variable')
  await tech.fill(room, 'Lowest output, % of full', '35')
  const weather = page.getByRole('region', { name: 'The day of the complaint' })
  await weather.getByLabel('Outdoor temperatures, as text or CSV').fill('00:00, 30\n01:00, 29')
  await weather.getByRole('button', { name: 'Keep this day' }).click()
  await expect(weather.getByRole('alert')).toContainText('shorter than a day')
  const hours = Array.from({ length: 24 }, (_, hour) => `${String(hour).padStart(2, '0')}:00; ${20 + hour / 2}`)
  await weather.getByLabel('Outdoor temperatures, as text or CSV').fill(['Time; °F', ...hours].join('\n'))
  await weather.getByLabel('Which day it was').fill('24 November')
  await weather.getByRole('button', { name: 'Keep this day' }).click()
  await expect(weather).toContainText('24 November: outdoors 20.0 °F to 31.5 °F')
  await page.getByRole('link', { name: 'A day' }).click()
  await expect(page.getByRole('button', { name: '24 November' })).toHaveAttribute('aria-pressed', 'true')
  await expect(figures(tech).getByRole('row', { name: /^Rooms not sensed/ })).toBeVisible()
  await page.getByText('Where practitioners differ, in this room').click()
  await expect(page.getByRole('row', { name: /^Differential: tight, 1\.0 °F/ })).toContainText('°F')
  // Set points that cross are said.
  await page.getByRole('button', { name: 'mild', exact: true }).click()
  const controls = page.getByRole('region', { name: 'What this device can be set to' })
  await controls.getByLabel(/^Heating set point/).selectOption({ label: '85.0 °F' })
  await expect(day(tech)).toContainText('they would work against each other')
})

test('a phone steps through the stages by one control, and opens them all', async ({ server, browser }) => {
  const tech = await signedIn(browser, server, 'MR', { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })
  const { page } = tech
  await tech.open(flat(3, 'comfort'))
  const stages = page.getByRole('navigation', { name: 'Stages' })
  await expect(stages.getByRole('button', { name: /Comfort 6 of 10/ })).toBeVisible()
  await stages.getByRole('button', { name: 'To Settings' }).click()
  await expect(page).toHaveURL(/settings$/)
  await stages.getByRole('button', { name: /Settings 5 of 10/ }).click()
  const all = page.getByRole('dialog', { name: 'All stages' })
  await expect(all.getByRole('link', { name: /Zones/ })).toContainText('not on this system')
  await all.getByRole('link', { name: /Comfort/ }).click()
  await expect(page).toHaveURL(/comfort$/)
  await expect(all).toHaveCount(0)
  await expect(page.getByRole('link', { name: /Flat 3 Beacon Mill · visit 2/ })).toBeVisible()
  await page.getByRole('button', { name: 'Pages' }).click()
  await page.getByRole('navigation', { name: 'Main' }).getByRole('link', { name: 'Library' }).click()
  await expect(page).toHaveURL(/library$/)
  await page.context().close()
})

test('a room is calibrated by its log: a bad one says what to log, a good one moves the picture', async ({ tech }) => {
  const { page } = tech
  await tech.open(flat(3, 'comfort/room'))
  const calibrate = page.getByRole('region', { name: 'Calibrate' })
  await calibrate.getByLabel('The log, as text or CSV').fill('just words\nand more')
  await expect(calibrate.getByRole('alert')).toContainText('No temperatures were found')
  const log = (minutes: number) =>
    [
      'Time, °F',
      ...Array.from(
        { length: minutes / 5 + 1 },
        (_, i) =>
          `${Math.floor(i / 12) + 5}:${String((i % 12) * 5).padStart(2, '0')}, ${(70 - 14 * Math.exp(-(i * 5) / 95) + 0.01 * i).toFixed(2)}`,
      ),
    ].join('\n')
  await calibrate.getByLabel('The log, as text or CSV').fill(log(10))
  await calibrate.getByLabel(/^Outdoors meanwhile/).fill('28')
  await calibrate.getByRole('button', { name: 'Calibrate' }).click()
  await expect(calibrate.getByRole('alert').last()).toContainText('are too few')
  // With a hole: it is said, and left as it is.
  const holed = log(300).split('\n')
  holed.splice(20, 12)
  await calibrate.getByLabel('The log, as text or CSV').fill(holed.join('\n'))
  await expect(calibrate).toContainText('49 readings.')
  await expect(calibrate).toContainText('1 hole, the longest 65 min: left as they are.')
  await calibrate.getByRole('button', { name: 'Calibrate' }).click()
  const room = page.getByRole('region', { name: 'The room' })
  await expect(room).toContainText(/It loses [\d,]+ Btu\/h·°F ± [\d,]+ Btu\/h·°F and holds/)
  await room.getByRole('button', { name: 'Go back to its kind' }).click()
  await expect(room).toContainText('Until it is calibrated')
  // A story tells less, and says so.
  await calibrate.getByRole('button', { name: 'A cold morning’s story' }).click()
  await calibrate.getByLabel(/^It was/).fill('54')
  await calibrate.getByLabel(/^It came to/).fill('64')
  await calibrate.getByLabel('In so many minutes').fill('120')
  await calibrate.getByRole('button', { name: 'Calibrate' }).click()
  await page.getByRole('link', { name: 'A day' }).click()
  await expect(day(tech).getByRole('heading')).not.toHaveText('Running the room …')
})
