import { expect, test, upstairs, workshop } from '../bench.ts'

test('the old fan-and-limit switch: starts again and again in a firing, eased by its pointers, never under their floor, the limit left alone', async ({
  tech,
}) => {
  const { page } = tech
  await tech.open(workshop('airflow/heat'))
  const panel = page.getByRole('region', { name: 'Fan and limit' })
  await expect(panel.getByRole('heading')).toHaveText(/^The blower starts [2-9] times in one firing$/)
  await expect(panel).toContainText('Set fan-on and fan-off further apart')
  await panel.getByLabel('Fan on at, to try').selectOption('150')
  await panel.getByLabel('Fan off at, to try').selectOption('100')
  await expect(panel).toContainText('Better than as the pointers stand.')
  // Lower would make it start once, and blow cold for ever on a warm day: it is never called right.
  await panel.getByLabel('Fan off at, to try').selectOption('80')
  await expect(panel).toContainText('Fan-off stands at 80.0 °F, under 100.0 °F')
  await expect(panel).toContainText('Not better than as they stand')
  await panel.getByLabel('Fan off at, to try').selectOption('100')
  await expect(panel.getByRole('note')).toContainText('never moved, bridged or held')
  // Bad input keeps what was typed, and a time that cannot be is said.
  await panel.getByLabel('Flame to blower, s').fill('soon')
  await panel.getByLabel('Flame to blower, s').press('Enter')
  await expect(panel.getByRole('alert')).toContainText('“soon” is no number')
  await panel.getByLabel('Flame to blower, s').fill('1700')
  await panel.getByLabel('Flame to blower, s').press('Enter')
  await expect(panel).toContainText('No exchanger of this burner starts its blower after 1700 s.')
})

test('a furnace is commissioned: window, taps of both fires, second stage, delays, and a meter clocked with a pilot on', async ({
  tech,
}) => {
  const { page } = tech
  await tech.open(upstairs('airflow/heat'))
  const rise = page.getByRole('region', { name: 'Temperature rise' })
  await expect(rise.getByRole('heading')).toHaveText('A rise of 69.0 °F: above the window')
  await expect(rise).toContainText('too little air for this fire')
  const taps = page.getByRole('region', { name: 'Taps against the window' })
  const high = taps.getByRole('table', { name: /High fire/ })
  await expect(high.getByRole('row', { name: /^A .*too hot/ })).toBeVisible()
  await expect(high.getByRole('row', { name: /^C .*the best/ })).toBeVisible()
  // The faster tap is in, and it is measured again.
  await tech.fill(rise, 'Supply air', '122')
  await expect(rise.getByRole('heading')).toHaveText('A rise of 58.0 °F: within the window')
  await rise.getByText('How it was worked out').click()
  await expect(rise).toContainText('80000 Btu/h × 80%')
  const stages = page.getByRole('region', { name: 'Second stage' })
  await expect(stages.getByRole('row', { name: /^Never · now/ })).toContainText(/to come up from the setback/)
  await stages.getByRole('button', { name: 'Aim at by its own reckoning' }).click()
  await expect(stages.getByRole('row', { name: /^By its own reckoning/ })).toContainText('the aim')
  const delays = page.getByRole('region', { name: 'Blower delays' })
  await expect(delays.getByRole('row', { name: /^on 10 s/ })).toContainText('blows cold at first')
  await delays.getByRole('button', { name: /^Put \d delays? into the ledger/ }).click()
  await expect(delays.getByRole('button', { name: /^Put/ })).toBeHidden()
  const gas = page.getByRole('region', { name: 'Gas and combustion' })
  for (const [field, value] of [
    ['Meter moved', '2'],
    ['In so many s', '80'],
    ['Heating value', '1020'],
  ] as const)
    await tech.fill(gas, field, value)
  await gas.getByLabel('Heating value is').selectOption({ label: 'as delivered here' })
  await expect(gas).toContainText('The meter gives 91,800 Btu/h, 15% over the plate.')
  await expect(gas).toContainText('whether a pilot or another appliance was on the meter')
  // All of it stands in the ledger.
  await tech.stage('Settings')
  await expect(tech.ledgerRow(/^Second stage/)).toContainText('AUt')
  await expect(tech.ledgerRow('Blower delay off, heating')).toContainText('200')
})

test('what cannot hold together is said, with what each given up would buy', async ({ tech }) => {
  const { page } = tech
  await tech.open(upstairs('airflow/together'))
  const set = page.getByRole('region', { name: 'One set for the whole system' })
  await expect(set.getByRole('heading')).toHaveText('Two things cannot hold together')
  await expect(set.getByRole('listitem').first()).toContainText('the aim by “middle of the road”')
  await expect(set.getByRole('listitem').last()).toContainText('rated static of 0.50 in.wc')
  const buys = page.getByRole('region', { name: 'What each given up would buy' })
  await expect(buys).toContainText('the cabinet stays within its rated static of 0.50 in.wc, beyond by 10%')
  await expect(buys).toContainText(/cooling tap d, 1,17\d cfm/)
  // A coil of its own on the walk, and the best remedy.
  await page.getByRole('link', { name: 'Air path' }).click()
  await expect(page.getByRole('region', { name: 'Static by part' }).getByRole('row', { name: /^Coil 0\.12/ })).toBeVisible()
  await expect(page.getByRole('region', { name: 'Remedies' }).getByRole('heading')).toHaveText(
    /^Best first: the coil cleaned, \d+ cfm more air$/,
  )
  // A freer duct: the filter's side is opened up, and one set holds all of it together.
  await page.getByRole('link', { name: 'Blower' }).click()
  await tech.jot('esp +0.14 -0.08')
  await page.getByRole('link', { name: 'Combined selection' }).click()
  await expect(set.getByRole('heading')).toHaveText('One set holds all of it together')
  await set.getByRole('button', { name: /^Put \d into the ledger as aims/ }).click()
  await expect(set).toContainText('The ledger aims at this set.')
})
