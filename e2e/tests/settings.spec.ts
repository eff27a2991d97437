import { readFile } from 'node:fs/promises'
import { expect, flat, MILL_VISIT, signedIn, test } from '../bench.ts'

test('flat 5 is set up from a pattern of flat 1, ticked off, and named in twins', async ({ tech }) => {
  const { page } = tech
  await tech.open(flat(1, 'settings'))
  await tech.inStep()
  await page.getByRole('button', { name: 'Keep as a pattern…' }).click()
  const keep = page.getByRole('dialog', { name: 'Keep as a pattern' })
  await keep.getByLabel('Name of the pattern').fill('Mill flat')
  await expect(keep.getByRole('list', { name: 'What it holds' })).toContainText('Fan when satisfied, heatingoff')
  await keep.getByRole('button', { name: /^Keep \d+ settings$/ }).click()
  await expect(keep).toContainText('Kept for the whole crew.')
  await keep.getByRole('button', { name: 'Close' }).click()
  await tech.open('/library/patterns')
  await expect(page.getByRole('listitem').filter({ hasText: 'Mill flat' }).first()).toContainText(
    'From Beacon Mill, Flat 1, Skerrick W2 with Skerrick DA.',
  )

  // The new tenant wants other house rules: the pattern then says what the flats have in common.
  await tech.open(flat(5, 'survey'))
  for (const rule of ['sensor at the wall', 'fan off', 'tight rooms'])
    await page.getByRole('button', { name: `Leave out ${rule}` }).click()
  await tech.open(flat(5, 'settings'))
  await page.getByRole('button', { name: 'Put on a pattern…' }).click()
  const apply = page.getByRole('dialog', { name: 'Put on a pattern' })
  await expect(apply.getByRole('list', { name: 'Will be aimed for' })).toContainText('Control sensorwall controller')
  await apply.getByRole('button', { name: /^Aim for \d+ settings$/ }).click()
  const row = tech.ledgerRow(/^Fan when satisfied, heating/)
  await expect(row).toContainText('off')
  await row.getByRole('button', { name: 'Fan when satisfied, heating', exact: true }).click()
  await expect(page.getByRole('region', { name: 'Fan when satisfied, heating' })).toContainText(
    'Pattern “Mill flat”, put on by MR',
  )

  const order = page.getByRole('region', { name: 'Work sequence' })
  await expect(order).toContainText('Control sensor first: A stopped fan leaves the return sensor reading still air.')
  await order.getByRole('button', { name: 'Control sensor is set' }).click()
  await expect(tech.ledgerRow(/^Control sensor/).getByRole('button', { name: /left: .*3/ })).toBeVisible()

  await page.getByRole('link', { name: 'Twins' }).click()
  await page.getByRole('button', { name: 'A round of settings' }).click()
  await page.getByRole('checkbox', { name: 'Flat 5 acknowledged Fan when satisfied, heating off' }).click()
  await expect(page.getByRole('checkbox', { name: 'Flat 5 acknowledged Fan when satisfied, heating off' })).toHaveCount(0)
  await tech.inStep()
})

test('a value that the device lacks is named before anything is written, and the nearest is offered', async ({ tech }) => {
  const { page } = tech
  await tech.open(flat(1, 'settings'))
  await tech.inStep()
  await tech.jot('aim fan.heat trickle because the reading jumps')
  await page.getByRole('link', { name: 'Twins' }).click()
  await page.getByRole('button', { name: 'Copy aims to all…' }).click()
  const dialog = page.getByRole('dialog', { name: 'Copy aims to all' })
  const seven = dialog.getByRole('group').filter({ hasText: 'Flat 7' })
  await expect(seven).toContainText('Fan after heat, switch 1 has no “trickle”; it offers as set and off.')
  await dialog.getByRole('button', { name: 'Copy 6 aims' }).click()
  await page.getByRole('link', { name: 'Flat 2', exact: true }).click()
  await expect(tech.ledgerRow(/^Fan when satisfied, heating/)).toContainText('trickle')
  await tech
    .ledgerRow(/^Differential/)
    .getByRole('button', { name: 'Differential', exact: true })
    .click()
  await expect(page.getByRole('region', { name: 'Differential' })).toContainText(
    'Reach cannot be set to 1 °F; the nearest is 0.5 °C (0.9 °F)',
  )
})

test('the flat that drifted is found, and its difference is put right or called meant', async ({ tech }) => {
  const { page } = tech
  await tech.open(`${MILL_VISIT}/twins`)
  const units = page.getByRole('list', { name: 'Units' })
  await expect(units.getByRole('listitem').filter({ hasText: 'Flat 6' })).toContainText('2 not as its twins')
  await expect(units.getByRole('listitem').filter({ hasText: 'Flat 7' })).toContainText(/different on purpose/)
  await page.getByRole('button', { name: /^Flat 6, Fan when satisfied, heating: trickle, not as its twins/ }).click()
  const cell = page.getByRole('region', { name: 'Flat 6: Fan when satisfied, heating' })
  await expect(cell).toContainText('It stood at off after visit 1.')
  await expect(cell).toContainText('It is the factory value: a reset, or a new board.')
  await cell.getByRole('textbox', { name: 'Why it differs' }).fill('the tenant wants air at night')
  await cell.getByRole('button', { name: 'It is meant' }).click()
  await expect(cell).toContainText('On purpose: the tenant wants air at night')
  await expect(units.getByRole('listitem').filter({ hasText: 'Flat 6' })).toContainText('1 not as its twins')
  // A source that jumps is never meant, whoever says so.
  await page.getByRole('button', { name: /^Flat 6, Control sensor: jumps between two/ }).click()
  const sensor = page.getByRole('region', { name: 'Flat 6: Control sensor' })
  await sensor.getByRole('textbox', { name: 'Why it differs' }).fill('a lamp leans on the wall controller')
  await sensor.getByRole('button', { name: 'It is meant' }).click()
  await expect(sensor).toContainText('That is never an aim.')
  await sensor.getByRole('button', { name: 'It acknowledged wall controller' }).click()
  await expect(units.getByRole('listitem').filter({ hasText: 'Flat 6' })).toContainText('as its twins')
  await tech.open(flat(6, 'settings'))
  await expect(tech.ledgerRow(/^Control sensor/).getByRole('button', { name: /left: .*3/ })).toBeVisible()
})

test('the jot line speaks the words of this device', async ({ tech }) => {
  const { page } = tech
  await tech.open(flat(5, 'settings'))
  await tech.jotLine.fill('found fan.heat ')
  await expect(page.getByRole('list', { name: 'Completions' })).toContainText('found fan.heat trickle1 on the device')
  await tech.jot('found fan.heat trickle')
  await expect(tech.ledgerRow(/^Fan when satisfied, heating/).getByRole('button', { name: /found: .*1/ })).toBeVisible()
  await tech.jot('found 12 4')
  await expect(page.getByRole('region', { name: 'What the settings do to one another' })).toContainText(
    'jumps between two places',
  )
  await tech.jotLine.fill('aim sensor jump because it was so')
  await expect(page.getByText('is never an aim')).toBeVisible()
  await tech.jotLine.fill('left fan.heat as set')
  await expect(page.getByText(/the aim is 0 .*add “because”/)).toBeVisible()
})

test('two technicians set the same row at once: both are kept, and one is chosen', async ({ tech, server, browser }) => {
  await tech.open(flat(2, 'settings'))
  await tech.inStep()
  const other = await signedIn(browser, server, 'JT')
  await other.open(flat(2, 'settings'))
  await other.inStep()
  await other.page.context().setOffline(true)
  await other.jot('left diff 1 because the tenant asked')
  await tech.jot('left diff 0.5')
  await tech.inStep()
  await other.page.context().setOffline(false)
  await other.inStep()
  const row = tech.ledgerRow(/^Differential/)
  await expect(row).toContainText('Two people wrote here without seeing each other: choose one')
  await expect(row.getByRole('group')).toContainText('0.9 °F by MR')
  await row.getByRole('button', { name: '0.9 °F by MR' }).click()
  await expect(row).not.toContainText('choose one')
  await expect(other.ledgerRow(/^Differential/)).not.toContainText('choose one')
  await other.page.context().close()
})

const PASTED = `Table 7. Airflow, cfm, against external static, in. w.c.
Tap\t0.10\t0.20\t0.30\t0.40\t0.50
Low\t780\t755\t722\t680\t628
Med *\t1,010\t98O\t945\t1,190\t842
High\t1,240\t1,205\t1,160
* As shipped.`

test('a blower table with a bad row is pasted: every doubt is settled before it is taken', async ({ tech }) => {
  const { page } = tech
  await tech.open('/library/merrowby-tx-30/edit')
  await page.getByRole('button', { name: 'Paste a blower table' }).click()
  const dialog = page.getByRole('dialog', { name: 'Paste a blower table' })
  await dialog.getByRole('textbox').fill('no table here, only words')
  await expect(dialog.getByRole('alert')).toContainText('No blower table was found in this text.')
  await dialog.getByRole('textbox').fill(PASTED)
  const doubts = dialog.getByRole('region', { name: 'Doubts' })
  await expect(doubts).toContainText('“98O” has a letter where a figure belongs: read as 980.')
  await expect(doubts).toContainText('Flow rises with static: 1,190 after 945 cfm.')
  await expect(doubts).toContainText('Its row has 3 cells where the header has 5')
  await expect(dialog.getByRole('button', { name: '7 still in doubt' })).toBeDisabled()
  await doubts.getByRole('button', { name: 'Med at 0.2 in.wc is right' }).click()
  await dialog.getByRole('textbox', { name: /^Med at 0.4 in.wc/ }).fill('89O')
  for (const at of ['0.1', '0.2', '0.3', '0.4', '0.5'])
    await doubts.getByRole('button', { name: `High at ${at} in.wc is right` }).click()
  await expect(dialog.getByRole('alert')).toContainText('“89O” is no number.')
  await dialog.getByRole('textbox', { name: /^Med at 0.4 in.wc/ }).fill('890')
  await dialog.getByRole('button', { name: 'Take 3 taps' }).click()
  await expect(page.getByRole('textbox', { name: 'Tap Med at 0.4 in.wc' })).toHaveValue('890')

  // A reload in the middle loses nothing.
  await page.getByLabel('Family', { exact: true }).fill('TX-30 mended')
  await page.reload()
  await expect(page.getByText('This is what you had typed before.')).toBeVisible()
  await expect(page.getByLabel('Family', { exact: true })).toHaveValue('TX-30 mended')
  await page.getByRole('button', { name: /^Save as version \d+$/ }).click()
  await expect(page.getByRole('heading', { name: 'Merrowby TX-30 mended' })).toBeVisible()
  await expect(page.getByRole('region', { name: 'Blower table' })).toContainText('890')
  await page.getByLabel('Version').selectOption('3')
  await expect(page.getByText('This is version 3; the newest is 4.')).toBeVisible()
})

test('a settings list is pasted, each row gets its need, and the library can be asked for it', async ({
  tech,
  server,
  browser,
}) => {
  const { page } = tech
  await tech.open('/library/new')
  await page.getByLabel('Maker').fill('Fenwarm')
  await page.getByLabel('Family', { exact: true }).fill('K9')
  await page.getByLabel('Kind').selectOption('thermostat')
  await page.getByRole('button', { name: 'Paste a list from a manual' }).click()
  const dialog = page.getByRole('dialog', { name: 'Paste a list of settings' })
  await dialog
    .getByRole('textbox')
    .fill(
      'Code\tSetting\tRange\tDefault\nK-1\tFan when satisfied, cooling\t0 = off / 1 = trickle\t1\nK-2\tSwing\t0.5 to 3 step 0.5\t9',
    )
  await expect(dialog.getByRole('region', { name: 'Doubts' })).toContainText('K-2 Swing')
  await dialog.getByRole('row', { name: /K-1/ }).getByRole('button', { name: 'looks like “Fan when satisfied, cooling”' }).click()
  await dialog.getByLabel('K-2 Swing stands for').selectOption('Differential')
  await dialog.getByRole('button', { name: 'K-2 Swing is right' }).click()
  await dialog.getByRole('button', { name: 'Take 2 settings' }).click()
  // What is wrong stands beside its field, and one is led there.
  await page.getByLabel('Maker').fill('')
  await page.getByRole('button', { name: 'Save the profile' }).click()
  await expect(page.getByRole('alert')).toHaveText('1 field is not right yet: it says beside it what.')
  await expect(page.getByLabel('Maker')).toBeFocused()
  await expect(page.getByLabel('Maker')).toHaveAccessibleDescription('This is needed.')
  await page.getByLabel('Maker').fill('Fenwarm')
  await expect(page.getByRole('alert')).toHaveCount(0)
  await page.getByRole('button', { name: 'Save the profile' }).click()
  const swing = page.getByRole('button', { name: /^K-2 Swing/ })
  await expect(swing).toBeFocused()
  await expect(swing).toHaveAccessibleDescription(/its default 9 is not among what it offers/)
  await page.getByLabel('Shipped at').fill('1')
  await page.getByRole('button', { name: 'Save the profile' }).click()
  await expect(page.getByRole('heading', { name: 'Fenwarm K9' })).toBeVisible()

  const lead = await signedIn(browser, server, 'JT')
  await lead.open('/library')
  await lead.page.getByRole('searchbox').fill('which of ours can stop the fan after cooling, and how')
  const needs = lead.page.getByRole('region', { name: 'Needs' })
  await expect(needs.getByRole('listitem').filter({ hasText: 'Fenwarm K9' })).toContainText('K-1')
  await expect(needs.getByRole('listitem').filter({ hasText: 'Skerrick W2' })).toContainText(
    '22 in the controller Fan, cool off in front of DA',
  )
  await lead.page.context().close()
})

test('profiles go out as files and come in again; a newer major and an unknown role are refused in words', async ({
  tech,
}, info) => {
  const { page } = tech
  await tech.open('/library/fenwarm-c3')
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Export' }).click()])
  const profile = JSON.parse(await readFile(await file.path(), 'utf8')) as Record<string, unknown>
  await tech.open('/library')
  const bring = async (content: unknown) => {
    const path = info.outputPath('in.json')
    await (await import('node:fs/promises')).writeFile(path, JSON.stringify(content))
    const [chooser] = await Promise.all([page.waitForEvent('filechooser'), page.getByRole('button', { name: 'Import' }).click()])
    await chooser.setFiles(path)
  }
  await bring({ ...profile, format: 'ingle-profile/2' })
  await expect(page.getByRole('alert')).toContainText('newer than this Ingle')
  await bring({ ...profile, settings: [{ role: 'fan.satisfied.heet', label: 'Fan', values: [], access: '' }] })
  await expect(page.getByRole('alert')).toContainText('Did you mean “fan.satisfied.heat”?')
  await bring({ ...profile, id: 'quay-c3', family: 'C3 of the quay', format: 'ingle-profile/1.4', hum: 1 })
  await expect(page.getByRole('heading', { name: 'Fenwarm C3 of the quay' })).toBeVisible()
  const [again] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Export' }).click()])
  expect(JSON.parse(await readFile(await again.path(), 'utf8'))).toMatchObject({ hum: 1, format: 'ingle-profile/1.4' })
})

test('the lead sets a house rule; a technician chooses it, and the aim names it', async ({ tech, server, browser }) => {
  const lead = await signedIn(browser, server, 'JT')
  await lead.open('/house-rules/new')
  const { page } = lead
  // Everything that is wrong is said at once, each beside its field; one that is put right is right.
  await page.getByRole('button', { name: 'Add an aim' }).click()
  await page.getByLabel('Need').selectOption('control.differential')
  await page.getByRole('button', { name: 'Save the set' }).click()
  await expect(page.getByRole('alert')).toHaveText('2 fields are not right yet: it says beside them what.')
  await expect(page.getByLabel('Name', { exact: true })).toBeFocused()
  await expect(page.getByLabel('Name', { exact: true })).toHaveAccessibleDescription('This is needed.')
  await expect(page.getByLabel('Value')).toHaveAccessibleDescription('This is needed.')
  await page.getByRole('button', { name: 'Take out aim 1' }).click()
  await page.getByLabel('Name', { exact: true }).fill('lantern nights')
  await page.getByLabel('Why', { exact: true }).fill('Nobody sleeps beside a humming fan.')
  await page.getByLabel('What it costs').fill('Slower warm-up.')
  await page.getByRole('button', { name: 'Add an aim' }).click()
  await page.getByLabel('Need').selectOption('fan.satisfied.heat')
  await page.getByLabel('Value').selectOption('trickle')
  await page.getByRole('region', { name: 'Aims' }).getByLabel('Why').fill('a whisper hides the relay.')
  await page.getByRole('region', { name: 'Comfort weights' }).getByLabel('Dry air').selectOption('3')
  await page.getByRole('button', { name: 'Save the set' }).click()
  await expect(page.getByText('Counts for comfort: dry air ×3.').last()).toBeVisible()
  await expect(page.getByRole('heading', { name: /lantern nights/ })).toBeVisible()
  await page.context().close()

  await tech.open('/house-rules')
  await expect(tech.page.getByRole('heading', { name: /lantern nights/ })).toBeVisible()
  await expect(tech.page.getByRole('link', { name: 'New set' })).toHaveCount(0)
  await tech.open(flat(4, 'survey'))
  await tech.page.getByLabel('Add a house rule').selectOption({ label: 'lantern nights' })
  await expect(tech.page.getByRole('listitem').filter({ hasText: 'lantern nights' })).toBeVisible()
  await tech.open(flat(4, 'settings'))
  await expect(tech.ledgerRow(/^Fan when satisfied, heating/)).toContainText(
    'House rule “lantern nights”: a whisper hides the relay',
  )
  await tech
    .ledgerRow(/^Fan when satisfied, heating/)
    .getByRole('button', { name: 'Fan when satisfied, heating', exact: true })
    .click()
  await expect(tech.page.getByRole('region', { name: 'Fan when satisfied, heating' })).toContainText('Refines “fan off” (off)')
})

test('a device that the library does not have is begun with what is known, and the visit goes on', async ({ tech }) => {
  const { page } = tech
  await tech.open(flat(8, 'survey'))
  await page.getByRole('button', { name: 'Add a device' }).click()
  await page.getByLabel('What it looks like').fill('brass knob and a bell')
  await expect(page.getByText('Nothing in the library fits that.')).toBeVisible()
  await page.getByRole('button', { name: 'Not in the library…' }).click()
  const form = page.getByRole('form', { name: 'New profile' })
  await form.getByLabel('Family or model').fill('Bell 2')
  await form.getByLabel('What it is').selectOption('zone-controller')
  await form.getByRole('button', { name: 'Begin a profile with what is known' }).click()
  const devices = page.getByRole('region', { name: 'Devices' })
  await expect(devices).toContainText('Bell 2')
  await devices.getByRole('button', { name: 'Put it into the library' }).click()
  await expect(devices.getByRole('button', { name: 'Put it into the library' })).toHaveCount(0)
  await tech.open(flat(8, 'settings'))
  await tech.jot('found fan.cool off')
  await expect(tech.ledgerRow(/^Fan when satisfied, cooling/).getByRole('button', { name: /found: .*0/ })).toBeVisible()
})

test('a service code follows from the version number', async ({ tech }) => {
  const { page } = tech
  await tech.open('/')
  await page.getByRole('button', { name: 'New site' }).click()
  await page.getByLabel('Name of the site').fill('Sail Loft')
  await page.getByRole('button', { name: 'Begin the visit' }).click()
  await tech.addDevice('QC4', 'Quernstone C4')
  await page
    .getByRole('link', { name: /Settings/ })
    .first()
    .click()
  await tech
    .ledgerRow(/^Control sensor/)
    .getByRole('button', { name: 'Control sensor', exact: true })
    .click()
  const panel = page.getByRole('region', { name: 'Control sensor' })
  await panel.getByLabel('Gear, About, Version').fill('v')
  await expect(panel.getByRole('alert')).toContainText('There is no figure in it.')
  await panel.getByLabel('Gear, About, Version').fill('v 3.108')
  await expect(panel).toContainText('Code 1346')
})

test('keys behind a service code: this device’s own version is asked first, and its code is what the plan dials', async ({
  tech,
}) => {
  const { page } = tech
  await tech.open('/')
  await page.getByRole('button', { name: 'New site' }).click()
  await page.getByLabel('Name of the site').fill('Rope Walk')
  await page.getByRole('button', { name: 'Begin the visit' }).click()
  await tech.addDevice('QC4', 'Quernstone C4')
  await tech.jot('aim sensor remote because the wall is cold')
  await page
    .getByRole('link', { name: /Settings/ })
    .first()
    .click()
  await page.getByRole('button', { name: /^Which keys on the C4/ }).click()
  const keys = page.getByRole('region', { name: 'Keys of the C4' })
  await expect(keys).toContainText('a wrong code, tried a few times, locks it')
  await expect(keys.getByRole('button', { name: 'Plan the keys' })).toBeDisabled()
  await keys.getByLabel('Gear, About, Version').fill('v 3.108')
  await expect(keys).toContainText('Code 1346')
  await keys.getByRole('button', { name: 'Plan the keys' }).click()
  await expect(keys).toContainText('Open the menu, go to')
})
