import { expect, LIBRARY_TWINS, library, signedIn, type Tech, test } from '../bench.ts'
import { endStandIns, standIn } from '../standIn.ts'

test.afterEach(endStandIns)

const views = (tech: Tech) => tech.page.getByRole('navigation', { name: 'Views of the fresh air' })
const view = (tech: Tech, name: string) => views(tech).getByRole('link', { name, exact: true }).click()
const live = (tech: Tech) => tech.page.getByRole('region', { name: 'What the unit says now' })

test('RTU-1 from shipped to right: measured in test mode over the wire, taken as aims, written, and copied to its twin by keys', async ({
  tech,
  server,
  browser,
}) => {
  const { page } = tech
  const { port } = await standIn('hollin-e2', 'none', 30)
  const lead = await signedIn(browser, server, 'JT')
  const allowed = await lead.page.request.post('/api/gateways', {
    data: { name: 'Bench RTU-1', host: '127.0.0.1', port, unitId: 2 },
  })
  expect(allowed.ok()).toBe(true)
  await lead.page.context().close()

  await tech.open(library(1, 'fresh-air/line'))
  const line = page.getByRole('region', { name: 'Damper line' })
  await expect(line.getByRole('heading')).toHaveText('As found, it brings in 2.5 times the air that is needed at 100% fan')
  await expect(tech.headline).toHaveText('Test mode: fan 100%, damper 15% (3.2 V).')

  // Over the wire: drive it there, see it arrive, note what its own sensors say.
  await view(tech, 'Live')
  await live(tech)
    .getByLabel('Through')
    .selectOption({ label: `Bench RTU-1 (127.0.0.1:${port})` })
  await live(tech).getByRole('button', { name: 'Watch' }).click()
  await expect(live(tech).getByRole('heading')).toHaveText('E2: free cooling')
  await expect(live(tech).getByRole('row', { name: /^Outdoor air/ })).toContainText('47.5 °F')
  await expect(live(tech).getByRole('row', { name: /^Outdoor air/ })).toContainText('805')
  const testMode = page.getByRole('region', { name: 'Test mode over the wire' })
  for (const [fan, damper] of [
    ['60', '22.5'],
    ['100', '15'],
  ] as const) {
    await testMode.getByLabel('Fan, %').fill(fan)
    await testMode.getByLabel('Damper, %').fill(damper)
    await testMode.getByRole('button', { name: 'Drive it there' }).click()
    await expect(testMode).toContainText(/There after\s*\d+ s by its feedback/, { timeout: 30_000 })
    await expect(testMode).toContainText('It stands in test mode: end it before you leave.')
    await testMode.getByRole('button', { name: 'Note as a point of the damper line' }).click()
    await expect(testMode).toContainText('Noted as a point of the damper line')
  }
  await testMode.getByRole('button', { name: 'End test mode' }).click()
  await expect(live(tech).getByRole('heading')).not.toHaveText('E2: test')

  await view(tech, 'Damper line')
  await expect(line.getByRole('table').getByRole('row')).toHaveCount(5)
  await expect(tech.headline).toHaveText('Take the line as aims, and set it.')
  await page.getByRole('button', { name: 'Take the line as aims' }).click()
  await expect(page.getByRole('button', { name: 'The line stands as aims' })).toBeDisabled()

  // Over the wire into the unit, each looked at before and after.
  await tech.stage('Settings')
  await page.getByRole('button', { name: 'Modbus: E2' }).click()
  const wire = page.getByRole('region', { name: 'Modbus: E2' })
  await wire.getByLabel('Through').selectOption({ label: `Bench RTU-1 (127.0.0.1:${port})` })
  await wire.getByRole('button', { name: 'Read as found' }).click()
  await expect(wire.getByRole('status', { name: 'What was read' })).toContainText('14 read at')
  await wire.getByRole('button', { name: /^Write \d that wait/ }).click()
  await wire.getByRole('button', { name: 'Write and read back' }).click()
  await expect(wire.getByRole('status', { name: 'What was written' })).toContainText(/(\d) of \1 stand as wanted/)
  await expect(tech.ledgerRow(/^Minimum position, low fan/)).toContainText('3.8')

  // Its twin by keys: the aims go over, and the plan says what to press.
  await tech.inStep()
  await tech.open(LIBRARY_TWINS)
  await page.getByRole('button', { name: 'Copy aims to all…' }).click()
  const dialog = page.getByRole('dialog', { name: 'Copy aims to all' })
  await dialog.getByRole('button', { name: /^Copy \d+/ }).click()
  await expect(dialog).toBeHidden()
  await tech.open(library(3, 'settings'))
  await expect(tech.ledgerRow(/^Minimum position, high fan/)).toContainText('3.2')
  await page.getByRole('button', { name: /^Which keys on the E2/ }).click()
  await expect(page.getByRole('region', { name: 'Keys of the E2' }).getByRole('listitem').first()).toContainText('ENTER')
})

test('why RTU-2 is stuffy: a thermometer in the shade finds the sensor on the warm roof', async ({ tech }) => {
  const { page } = tech
  await tech.open(library(2, 'fresh-air/checks'))
  const running = page.getByRole('region', { name: 'As it runs' })
  await expect(running).toContainText('Settle it by a thermometer in the shade beside the outdoor sensor')
  await tech.jot('unit oa 70 ra 73.2 ma 70.4 damper 20 cool comp on near 56')
  await expect(running).toContainText('The outdoor sensor reads 70.0 °F where a thermometer in the shade reads 56.0 °F.')
  // The same from a log, with a head in any order; a line that cannot be is left out.
  await running.getByText('Paste a log of the unit').click()
  await running
    .getByLabel('Log of the unit, with a head')
    .fill('MA, OA, RA, damper, cooling\n79, 55, 74, 15, off\n71, 55, 74, 150, on')
  await running.getByRole('button', { name: 'Take every line as a reading' }).click()
  await expect(running).toContainText('1 line taken, 1 left out.')
  await expect(running.getByRole('heading').first()).toContainText('Mixed air of 79.0 °F lies outside')
  // It speaks against handing over too.
  await tech.stage('Hand over')
  await expect(page.getByRole('main')).toContainText('Mixed air of 79.0 °F lies outside')
})

test('a stroke test, step by step: a feedback the wrong way round is called so', async ({ tech }) => {
  const { page } = tech
  await tech.open(library(1, 'fresh-air/checks'))
  const stroke = page.getByRole('region', { name: 'Stroke test' })
  await expect(stroke).toContainText('Next: tell it 0%, wait 90 s')
  const note = async (feedback: string, seconds: string) => {
    await stroke.getByLabel('Feedback, %').fill(feedback)
    await stroke.getByLabel('Time, s').fill(seconds)
    await stroke.getByRole('button', { name: 'Note the step' }).click()
  }
  await note('99', '88')
  await expect(stroke).toContainText('Next: tell it 50%, wait 45 s')
  await note('51', '45')
  await note('2', '46')
  await expect(stroke.getByRole('heading').first()).toHaveText('It moves the other way round.')
  await stroke.getByRole('button', { name: 'Note the step' }).click()
  await expect(stroke.getByRole('alert')).toHaveText('Enter the feedback, or where you saw the blades.')
})

test('inputs and outputs: a clash is named, a free terminal offered, a safety tripped and an output called', async ({ tech }) => {
  const { page } = tech
  await tech.open(library(2, 'fresh-air/points'))
  const contacts = page.getByRole('region', { name: 'Contacts and safeties' })
  await contacts.getByRole('button', { name: /^.*Freeze-stat/ }).click()
  await contacts.getByLabel('Fitted').check()
  await expect(contacts.getByLabel('Terminal')).toHaveAttribute('placeholder', 'free: I03, UI6')
  await tech.fill(contacts, 'Terminal', 'I02')
  await expect(page.getByRole('main')).toContainText('Float switch and Freeze-stat share terminal I02.')
  await tech.fill(contacts, 'Terminal', 'I03')
  await expect(page.getByRole('main')).not.toContainText('share terminal')
  await expect(contacts).toContainText(
    'When it trips: the whole unit stops, its fan too, the outdoor damper shuts; reset by hand.',
  )
  await contacts.getByRole('button', { name: 'It did not stop' }).click()
  await expect(page.getByRole('main')).toContainText(
    'Freeze-stat was tripped, and it did not do what it has to: the whole unit stops',
  )
  await contacts.getByRole('button', { name: 'It stopped, with alarm' }).click()
  await expect(page.getByRole('main')).not.toContainText('Freeze-stat was tripped, and it did not do')
  // A CO₂ sensor with a live zero: no volts are a broken wire.
  const sensors = page.getByRole('region', { name: 'Sensors' })
  await sensors.getByRole('button', { name: /CO₂/ }).click()
  await expect(sensors).toContainText('A broken wire reads as a fault.')
  await sensors.getByLabel('Signal, V').fill('0')
  await sensors.getByRole('button', { name: 'Note it' }).click()
  await expect(page.getByRole('main')).toContainText('CO₂ gives 0: an open wire, or no supply.')
  const outputs = page.getByRole('region', { name: 'Outputs' })
  await outputs.getByRole('button', { name: /Alarm output/ }).click()
  await outputs.getByRole('button', { name: 'It worked' }).click()
  await expect(outputs).toContainText(/Called .*: it worked/)
  // All of it on the sheet for the door.
  await page.getByRole('link', { name: 'Panel sheet' }).click()
  await expect(page.getByRole('main')).toContainText('tripped: stopped')
  await expect(page.getByRole('main')).toContainText('called: worked')
})

test('a roof of one’s own, in metric, on a controller that is in no library: need, line, zone and weather', async ({ tech }) => {
  const { page } = tech
  await tech.open('/')
  await page.getByRole('button', { name: /^Units/ }).click()
  await page.getByRole('button', { name: 'New site' }).click()
  const dialog = page.getByRole('dialog', { name: 'New site' })
  await dialog.getByLabel('Name').fill('Net Loft')
  await dialog.getByRole('button', { name: /^Begin/ }).click()
  await tech.stage('Fresh air')
  await expect(page.getByRole('main')).toContainText('Nothing on this system takes outdoor air by a damper so far.')
  await page.getByLabel('Name of the space').fill('Sail room')
  await page.getByRole('button', { name: 'Add space' }).click()
  const spaces = page.getByRole('region', { name: 'Spaces' })
  await spaces.getByLabel(/^Use/).selectOption('classroom')
  await tech.fill(spaces, 'People', '20')
  await tech.fill(spaces, 'Floor', '60 m²')
  // 20 × 10 cfm + 60 m² (645.8 ft²) × 0.12 = 277.5 cfm = 131 L/s.
  const need = page.getByRole('region', { name: 'Outdoor air needed' })
  await expect(need.getByRole('heading')).toHaveText('131 L/s of outdoor air are needed')
  const unit = page.getByRole('region', { name: 'The unit' })
  await unit.getByLabel('Supply fan').selectOption('variable')
  await tech.fill(unit, 'Supply at full speed', '700')
  await view(tech, 'Damper line')
  await expect(tech.headline).toContainText('Take the line')
  await tech.jot('fan 100 damper 20 oa 5 ra 22 ma 18.9')
  await expect(page.getByRole('region', { name: 'Damper line' }).getByRole('row', { name: /^1/ })).toContainText('128 L/s')
  // Indoors and outdoors alike: said, kept, and not counted.
  await tech.jot('fan 60 damper 30 oa 21 ra 22 ma 21.8')
  await expect(page.getByRole('region', { name: 'Damper line' })).toContainText('indoors and outdoors are too close')
  await view(tech, 'Free cooling')
  const zone = page.getByRole('region', { name: 'Climate zone' })
  await zone.getByLabel('Latitude').fill('53.3')
  await zone.getByLabel('Longitude').fill('-6.2')
  await zone.getByRole('button', { name: 'Find the zone' }).click()
  await expect(zone).toContainText('Zone 5C, as Dublin')
  await expect(page.getByRole('table', { name: 'A year of each kind' }).getByRole('row')).not.toHaveCount(1)
  const weather = page.getByRole('region', { name: 'Weather' })
  await weather.getByLabel('Weather, as text or CSV').fill('station, wind\n1, 2')
  await weather.getByRole('button', { name: 'Put it on the chart' }).click()
  await expect(weather.getByRole('alert')).toContainText('No column of the head is a dry bulb')
  await weather.getByLabel('Weather, as text or CSV').fill('Time, Temp °C, RH %\n18:00, 16.2, 72\n19:00, 30, 60')
  await weather.getByRole('button', { name: 'Put it on the chart' }).click()
  await expect(page.getByRole('region', { name: 'Changeover' })).toContainText('2 pasted hours')
})
