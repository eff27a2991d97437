import { boat, dental, expect, library, type Tech, test, upstairs } from '../bench.ts'

const week = (tech: Tech) => tech.page.getByRole('region', { name: 'Week', exact: true })
const checks = (tech: Tech) => tech.page.getByRole('region', { name: 'Checks' })
const canHold = (tech: Tech) => tech.page.getByRole('region', { name: 'What the device can hold' })
const view = (tech: Tech, name: string) =>
  tech.page.getByRole('navigation', { name: 'Views of the times' }).getByRole('link', { name, exact: true }).click()
const file = (name: string, text: string) => ({ name, mimeType: 'text/calendar', buffer: Buffer.from(text) })
const calendar = (...events: string[]) =>
  [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    ...events.flatMap((one) => ['BEGIN:VEVENT', ...one.split('|'), 'END:VEVENT']),
    'END:VCALENDAR',
  ].join('\r\n')

test('the furnace’s thermostat: the slip is found and mended, the week put in by its keys, until it shows the right thing at 05:40 on Monday', async ({
  tech,
}) => {
  const { page } = tech
  await tech.open(upstairs('times'))
  await expect(week(tech).getByRole('heading').first()).toHaveText(/ now: by the week until /)
  await expect(checks(tech)).toContainText('Mo–Fr: WK heat 3 (69.0 °F) begins at 5:15 AM. Everything speaks for 5:15 PM.')
  await checks(tech).getByRole('button', { name: 'Make it 5:15 PM' }).click()
  // It stands as it was found until it is set; nothing is left to press for it.
  await expect(checks(tech).getByRole('button', { name: 'Make it 5:15 PM' })).toHaveCount(0)
  await expect(checks(tech)).toContainText('Only heating was programmed. Cooling still stands as shipped: 77.0 °F all day.')
  await checks(tech).getByRole('button', { name: 'Take the wanted week' }).click()
  await expect(checks(tech)).not.toContainText('Only heating was programmed')
  await expect(canHold(tech)).toContainText('Times are moved by up to 5 min: it counts in steps of 15 min.')
  await expect(canHold(tech).getByRole('button', { name: 'Taken as aims' })).toBeDisabled()

  // On the simulated device: wrong before, right after the keys.
  await canHold(tech).getByRole('button', { name: 'Try it on a simulated P2' }).click()
  const dialog = page.getByRole('dialog')
  const screen = dialog.getByRole('status', { name: 'Screen' })
  const turn = async (time: string) => {
    await dialog.getByLabel('Its clock: day').selectOption('Monday')
    await dialog.getByLabel('Time', { exact: true }).fill(time)
  }
  await turn('17:30')
  await expect(screen).toHaveText('Mo 5:30 PM 60·77')
  await dialog.getByRole('button', { name: 'Press the next step' }).click()
  await dialog.getByRole('button', { name: 'Press all of them' }).click()
  await expect(dialog).toContainText('It stands as aimed.')
  for (const [time, reads] of [
    ['05:40', 'Mo 5:40 AM 61·78'],
    ['05:45', 'Mo 5:45 AM 69·76'],
    ['07:20', 'Mo 7:20 AM 60·83'],
    ['17:30', 'Mo 5:30 PM 69·76'],
    ['22:00', 'Mo 10:00 PM 61·78'],
  ] as const) {
    await turn(time)
    await expect(screen).toHaveText(reads)
  }
  await page.keyboard.press('Escape')

  // By the plan of keys on site: each confirmed step that writes fills its Left.
  await page.getByRole('button', { name: /^Which keys on the P2/ }).click()
  const keys = page.getByRole('region', { name: 'Keys of the P2' })
  await expect(keys).toBeVisible()
  // In force, in the words of the people, and as the device will have it.
  await view(tech, 'In force')
  const force = page.getByRole('region', { name: 'In force' })
  await force.getByLabel('Day', { exact: true }).selectOption('Monday')
  await force.getByLabel('Time', { exact: true }).fill('05:40')
  await expect(force.getByRole('heading')).toHaveText(
    /^Heating 61\.0 °F, cooling 78\.0 °F because of the week( \(winter\))?, which goes on from the day before until 05:45\.$/,
  )
  await force.getByRole('button', { name: 'In the P2' }).click()
  await expect(force.getByRole('heading')).toHaveText(/^Heating 61\.0 °F, cooling 78\.0 °F because of its program until 05:45\.$/)
})

test('a week by words, by keyboard and by copying, in °C, on a machine of no library', async ({ tech }) => {
  const { page } = tech
  // Its thermostat first, as its leaflet has it.
  await tech.open('/library/new')
  await page.getByRole('button', { name: /^Units:/ }).click()
  await page.getByLabel('Maker').fill('Brinefold')
  await page.getByLabel('Family', { exact: true }).fill('TW 2')
  await page.getByLabel('Kind').selectOption('Thermostat')
  const holds = page.getByRole('region', { name: 'How it holds times' })
  await holds.getByLabel('Program').selectOption('periods of a day')
  await holds.getByLabel('So many a day').fill('3')
  await holds.getByLabel('Days that share a program').fill('mo-fr')
  await holds.getByRole('button', { name: 'Make its places as settings' }).click()
  await expect(holds.getByRole('alert')).toContainText('do not make a week')
  await holds.getByLabel('Days that share a program').fill('mo-fr, sa-su')
  await holds.getByLabel('Heating and cooling').selectOption('begin apart')
  await holds.getByLabel('Steps of minutes').fill('20')
  await holds.getByRole('button', { name: 'Make its places as settings' }).click()
  await expect(page.getByRole('heading', { name: '24 settings' })).toBeVisible()
  await page.getByRole('button', { name: 'Save the profile' }).click()
  await expect(page.getByRole('heading', { name: 'Brinefold TW 2' })).toBeVisible()
  await tech.open('/')
  await page.getByRole('button', { name: 'New site' }).click()
  await page.getByLabel('Name of the site').fill('Lamp Yard 4')
  await page.getByLabel('First system').fill('Studio')
  await page.getByRole('button', { name: 'Begin the visit' }).click()
  await tech.addDevice('TW 2', 'Brinefold TW 2')
  await tech.stage('Times')
  await expect(page.getByRole('heading', { name: 'Nobody said yet when people are in' })).toBeVisible()
  // Bad lines first: each says what is wrong, and nothing is lost.
  for (const [line, says] of [
    ['mo-fr up 25:00', '25:00 is no time of day'],
    ['mo,mo up 6:00', 'Monday stands there twice'],
    ['mo up 6:00 out 6:00', 'Two things begin at 06:00'],
    ['mo up 6:00 99', 'is no set point for heating'],
  ] as const) {
    await tech.jotLine.fill(line)
    await expect(page.getByText(says)).toBeVisible()
  }
  await tech.jot('mo-fr up 6:30 20.5/25 out 8:00 bed 22:30')
  await expect(week(tech).getByRole('slider')).toHaveCount(15)
  await page.getByRole('button', { name: 'Copy a day…' }).click()
  await page.getByLabel('From', { exact: true }).selectOption('Friday')
  await page.getByRole('button', { name: 'Saturday' }).click()
  await page.getByRole('button', { name: 'Sunday' }).click()
  await page.getByRole('button', { name: 'Copy', exact: true }).click()
  await expect(week(tech).getByRole('slider')).toHaveCount(21)
  const edge = week(tech).getByRole('slider', { name: 'Monday up' })
  await edge.focus()
  await page.keyboard.press('ArrowRight')
  await expect(edge).toHaveAttribute('aria-valuetext', '06:35')
  // Days that are alike move together.
  await expect(week(tech).getByRole('slider', { name: 'Saturday up' })).toHaveAttribute('aria-valuetext', '06:35')
  const editor = page.getByRole('region', { name: 'What begins here' })
  await tech.fill(editor, 'Heating, if not as usual', '21')
  await week(tech).getByText('The same as a table').click()
  await expect(week(tech).getByRole('listitem').filter({ hasText: 'Mo 06:35–08:00' })).toContainText('heat 21.0 °C, cool 25.0 °C')
  // Into the machine: by hand, 6:35 and 8:00 and 22:30 on steps of 20 min are 6:40 (5 min off), 8:00 and 22:20 or 22:40 (10 off).
  await expect(canHold(tech)).toContainText('3 periods a day (Mo–Fr / Sa, Su), heating and cooling apart, in steps of 20 min.')
  await expect(canHold(tech)).toContainText('Times are moved by up to 10 min: it counts in steps of 20 min.')
  await canHold(tech)
    .getByRole('button', { name: /^Take \d+ as aims$/ })
    .click()
  await expect(canHold(tech).getByRole('button', { name: 'Taken as aims' })).toBeDisabled()
  await page.getByRole('button', { name: 'In the TW 2' }).click()
  await expect(week(tech).getByRole('listitem').filter({ hasText: 'Mo 06:40–08:00' })).toContainText('heat 21.0 °C, cool 25.0 °C')
  await page.reload()
  await expect(week(tech).getByRole('slider', { name: 'Monday up' })).toHaveAttribute('aria-valuetext', '06:35')
})

test('holidays, lettings and bad files', async ({ tech }) => {
  const { page } = tech
  await tech.open(upstairs('times/days'))
  const files = page.getByRole('region', { name: 'Files' })
  const open = (name: string, text: string) => files.getByLabel('Open a calendar or a table').setInputFiles(file(name, text))
  await open('notes.ics', 'BEGIN:VCALENDAR\r\nthis is not one')
  await expect(files.getByRole('alert')).toContainText('This is not a calendar that can be read.')
  await open('huge.ics', `BEGIN:VCALENDAR\r\n${'X'.repeat(10_000_000)}`)
  await expect(files.getByRole('alert')).toContainText('This calendar has 10 MB; two are read.')
  await open('week.csv', 'days,what,at\nmo,up,25:00')
  await expect(files.getByRole('alert')).toContainText('Row 2: “25:00” is no time of day.')
  await open(
    'Wrenmoor.ics',
    calendar(
      'SUMMARY:Midwinter Day|DTSTART;VALUE=DATE:20251221|RRULE:FREQ=YEARLY',
      'SUMMARY:Herring Monday|DTSTART;VALUE=DATE:20260302|RRULE:FREQ=YEARLY;BYMONTH=3;BYDAY=1MO',
      'SUMMARY:Choir|DTSTART:20260608T180000Z|DTEND:20260608T193000Z|RRULE:FREQ=WEEKLY;BYDAY=MO',
      'SUMMARY:Night shift|DTSTART:20261211T220000|DTEND:20261212T060000',
    ),
  )
  await expect(files).toContainText('Wrenmoor.ics: 1 letting, 2 holiday events, 1 event left out.')
  await expect(files).toContainText('Night shift was left out: it lasts over midnight.')
  await files.getByRole('button', { name: 'Take it' }).click()
  const holidays = page.getByRole('region', { name: 'Holidays' })
  await expect(holidays).toContainText('Midwinter Day')
  await expect(holidays).toContainText('Herring Monday')
  await expect(page.getByRole('region', { name: 'Let by the hour' })).toContainText('Choir Mo 19:00–20:30')

  const exceptions = page.getByRole('region', { name: 'Exceptions' })
  const add = async (from: string, to: string) => {
    await exceptions.getByLabel(/^First day/).fill(from)
    await exceptions.getByLabel('Last day').fill(to)
    await exceptions.getByRole('button', { name: 'Add the exception' }).click()
  }
  await add('2027-02-31', '')
  await expect(exceptions.getByRole('alert')).toContainText('There is no day 2027-02-31.')
  await add('2027-03-08', '2027-03-01')
  await expect(exceptions.getByRole('alert')).toContainText('It would end (2027-03-01) before it begins (2027-03-08).')
  await add('2027-03-01', '2027-03-08')
  await expect(exceptions.getByRole('listitem')).toContainText('1 Mar 2027 to 8 Mar 2027: out')
  // A list of dates, with hours of their own.
  await exceptions.getByLabel('Hours of its own, if not all day').fill('in 10:00 out 16:00')
  await add('2027-04-03, 12-24', '')
  await expect(exceptions.getByRole('listitem')).toHaveCount(3)
  await expect(exceptions.getByRole('listitem').last()).toContainText('24 Dec every year: up 10:00, out 16:00')

  // What was put in comes out again, and is read the same.
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    files.getByRole('button', { name: 'Week as ICS' }).click(),
  ])
  const text = Buffer.concat(await (await download.createReadStream()).toArray()).toString('utf8')
  await files.getByLabel('Open a calendar or a table').setInputFiles(file('again.ics', text))
  await expect(files).toContainText('again.ics: 7 days of the week, 3 exceptions, 1 letting.')
})

test('a change by hand, a power cut and a lost clock are played through', async ({ tech }) => {
  const { page } = tech
  await tech.open(upstairs('times/now'))
  const force = page.getByRole('region', { name: 'In force' })
  const play = page.getByRole('region', { name: 'Play it through' })
  const at = async (time: string) => {
    await force.getByLabel('Day', { exact: true }).selectOption('Wednesday')
    await force.getByLabel('Time', { exact: true }).fill(time)
  }
  await force.getByRole('button', { name: 'In the P2' }).click()
  await at('18:40')
  await play.getByLabel(/^Heating/).fill('72')
  await play.getByRole('button', { name: 'for some time' }).click()
  await play.getByRole('button', { name: 'Change it now' }).click()
  await expect(force.getByRole('heading')).toContainText('Heating 72.0 °F')
  await at('19:24')
  await expect(force.getByRole('heading')).toContainText('a change by hand for some time, that runs until 20:40')
  await play.getByLabel('Off for, h').fill('1')
  await play.getByLabel('Its clock', { exact: true }).selectOption('begins anew')
  await play.getByRole('button', { name: 'Cut it now' }).click()
  await expect(force.getByRole('heading')).toHaveText('Nothing: the power is off until 20:24.')
  await at('20:30')
  await expect(force.getByRole('heading')).toContainText('Its clock believes Mo 00:06.')
  await play.getByRole('button', { name: 'Set its clock right' }).click()
  await expect(force.getByRole('heading')).not.toContainText('believes')
  await play.getByRole('button', { name: 'Begin again' }).click()
  await play.getByRole('button', { name: 'hold', exact: true }).click()
  await play.getByRole('button', { name: 'Change it now' }).click()
  await expect(force.getByRole('heading')).toContainText('a hold that runs until somebody ends it')
})

test('what the boat, the dentist and the library can hold; and what it saves', async ({ tech }) => {
  const { page } = tech
  await tech.open(boat('times'))
  await expect(canHold(tech)).toContainText('No program: it holds one set point until somebody changes it.')
  await tech.open(library(1, 'times'))
  await expect(checks(tech)).toContainText('Line 1 ends on 31 Dec, and no line acts until 16 Oct')
  await checks(tech).getByRole('button', { name: 'Take the lines of the week' }).click()
  await expect(checks(tech)).not.toContainText('Line 1 ends')
  await tech.open(dental('times'))
  await expect(canHold(tech)).toContainText('3 periods a day (Mo–Fr / Sa / Su), heating and cooling apart, in steps of 30 min.')
  await page.goto(dental('sheets/week'))
  await expect(page.getByRole('heading', { name: 'Days out of the usual' })).toBeVisible()
  await expect(page.getByText('Let to First-aid class: Th 18:00–20:30')).toBeVisible()
  await tech.open(upstairs('times/saves'))
  await expect(page.getByRole('heading', { name: /^Heating: the week saves \d+ ± \d+ % against holding$/ })).toBeVisible({
    timeout: 30_000,
  })
  await tech.open(upstairs('times/later'))
  await page.getByLabel('Its time').fill('5:10 PM')
  await page.getByRole('button', { name: 'Write it down' }).click()
  await expect(page.getByRole('region', { name: 'Clock and day' })).toContainText('it showed')
  await tech.fill(page.getByRole('region', { name: 'Clock and day' }), 'Time zone of the site', 'Moon/Tranquility')
  await expect(page.getByRole('region', { name: 'Clock and day' }).getByRole('alert')).toContainText(
    'There is no zone “Moon/Tranquility”.',
  )
})
