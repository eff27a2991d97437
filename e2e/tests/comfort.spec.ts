import { expect, flat, type Tech, test } from '../bench.ts'

const day = (tech: Tech) => tech.page.getByRole('region', { name: 'A day of this room' })
const figures = (tech: Tech) => tech.page.getByRole('region', { name: 'What it will be like' })

test('a room is tried at the wall: another sensor, another fan, and what was tried becomes the aim', async ({ tech }) => {
  const { page } = tech
  await tech.open(flat(3, 'comfort'))
  await expect(day(tech).getByRole('heading')).toHaveText(/^It stays within/)
  await expect(figures(tech).getByRole('row', { name: /^Swing/ })).toBeVisible()
  const controls = page.getByRole('region', { name: 'What this device can be set to' })
  await controls
    .getByRole('group', { name: /^Fan when satisfied, heating/ })
    .getByRole('button', { name: 'trickle' })
    .click()
  await expect(figures(tech).getByRole('row', { name: /^Fan trickles/ })).toBeVisible()
  await controls.getByLabel(/^Differential/).selectOption({ index: 0 })
  await expect(day(tech)).toContainText('this try')
  // The moment is moved to by the keyboard, and every value is read there.
  const moment = page.getByRole('slider', { name: 'Moment of the day' })
  await expect(moment).toHaveAttribute('aria-valuetext', '08:00')
  await moment.press('ArrowRight')
  await expect(moment).toHaveAttribute('aria-valuetext', '08:02')
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

test('sensors beside a reference: too few pairs, then a draught by its numbers; the gap that lets it in', async ({ tech }) => {
  const { page } = tech
  await tech.open(flat(3, 'comfort/sensing'))
  const said = page.getByRole('region', { name: 'What the pairs say' })
  await tech.jotLine.fill('wall 71.5 ref 69.8')
  await expect(page.getByText('fan on or fan off', { exact: false }).first()).toBeVisible()
  await tech.jot('wall 71.5 ref 69.8 fan off')
  await expect(said).toContainText('1 pair is too few')
  const form = page.getByRole('form', { name: 'A pair' })
  await form.getByLabel(/^It shows/).fill('warm')
  await form.getByLabel(/^Reference/).fill('69.8')
  await form.getByRole('button', { name: 'Enter the pair' }).click()
  await expect(form.getByRole('alert')).toBeVisible()
  await expect(form.getByLabel(/^It shows/)).toHaveValue('warm')
  await form.getByLabel(/^It shows/).fill('71.6')
  await form.getByRole('button', { name: 'Enter the pair' }).click()
  for (const line of [
    '68.0 ref 69.9 fan on',
    '68.1 ref 69.9 fan on',
    '71.7 ref 69.9 fan off',
    '68.0 ref 69.8 fan on',
    '71.6 ref 69.8 fan off',
  ])
    await tech.jot(`wall ${line}`)
  await expect(said).toContainText('lower while the fan runs: other air reaches it')
  await expect(said.getByRole('listitem').first()).toContainText('Seal the hole behind it')
  await page.getByRole('checkbox', { name: /^There is a gap/ }).click()
  await page.getByRole('link', { name: 'A day' }).click()
  await page.getByRole('group', { name: 'Gap at the sensor sealed' }).getByRole('button', { name: 'yes' }).click()
  await expect(day(tech)).toContainText('this try')
  await tech.stage('Hand over')
  await expect(page.getByRole('region', { name: 'What speaks against it' })).toContainText('other air reaches it')
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
  await calibrate.getByLabel('The log, as text or CSV').fill(log(300))
  await expect(calibrate).toContainText('61 readings.')
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
