import { expect, hall, test } from '../bench.ts'

test('the wiring fault is found, mended behind its isolation, and the truth table shows it before and after', async ({
  tech,
}) => {
  const { page } = tech
  await tech.open(hall('power'))
  const map = page.getByRole('region', { name: 'Wiring' })
  const table = page.getByRole('region', { name: 'Sequence of operation' })
  const heating = () => table.getByRole('row').filter({ has: page.getByRole('rowheader', { name: 'heating', exact: true }) })
  await expect(map).toContainText(
    'The bridge between Rc and Rh is missing: one transformer feeds both, and heating gets no power.',
  )
  await expect(heating()).toContainText('nothing')
  await expect(table.getByRole('heading')).toContainText('of 5 calls do something else than they should')
  const bridge = map.getByRole('listitem').filter({ hasText: 'The bridge between' })
  await expect(bridge.getByRole('button', { name: 'Done so' })).toBeDisabled()

  const dead = page.getByRole('region', { name: 'Isolation' })
  await tech.isolate(dead)
  await expect(dead).toContainText('Isolated: wires, jumpers and switches may be touched')
  await bridge.getByRole('button', { name: 'Done so' }).click()
  await expect(bridge).toBeHidden()
  await expect(heating().getByRole('cell').first()).toHaveText('heat, fan')
  // The spare conductor becomes the second stage.
  await map.getByRole('listitem').filter({ hasText: 'Land brown on Y2' }).getByRole('button', { name: 'Done so' }).click()
  await expect(map).toContainText('Nothing found against it')
  await expect(table.getByRole('heading')).toHaveText('Every call does what it should')
  await table.getByRole('button', { name: 'As found' }).click()
  await expect(heating().getByRole('cell').first()).toHaveText('nothing')
  await expect(map.getByRole('row').filter({ hasText: 'brown' })).toContainText('mended')
  await dead.getByRole('button', { name: 'Locks are off, power is back' }).click()
  await expect(dead).toContainText('6 to confirm')
  await tech.inStep()
})

test('a conductor on two terminals is refused with the way out, and two transformers tied are a danger', async ({ tech }) => {
  const { page } = tech
  await tech.open(hall('power'))
  const map = page.getByRole('region', { name: 'Wiring' })
  const form = map.getByRole('form', { name: 'A conductor' })
  await form.getByLabel('Conductor').fill('Red')
  await form.getByLabel('At the controller').selectOption('Rh')
  await form.getByRole('button', { name: 'Enter' }).click()
  await expect(map.getByRole('alert')).toContainText('red is on Rc and R already')
  await expect(map.getByRole('alert')).toContainText('enter that as a bridge')
  // What was typed is still there.
  await expect(form.getByLabel('Conductor')).toHaveValue('Red')
  await form.getByLabel('Conductor').fill('black')
  await form.getByLabel('At the equipment').selectOption('equipment R')
  await form.getByRole('button', { name: 'Enter' }).click()
  await expect(map.getByRole('row').filter({ hasText: 'black' })).toBeVisible()

  await map.getByRole('button', { name: 'Kind of system…' }).click()
  await map.getByLabel('Transformers').selectOption('2')
  await map.getByLabel('Conductors in the cable').selectOption('4')
  await expect(map).toContainText('The cable has 4 conductors and this system wants 7.')
  await map.getByRole('button', { name: 'Found one' }).click()
  await form.getByLabel('Conductor').fill('red')
  await expect(map).toContainText('Bridge between Rc and Rh: there')
})

test('what a float does when it trips, what is wrong with it, and the test that proves it', async ({ tech }) => {
  const { page } = tech
  await tech.open(hall('power'))
  const contacts = page.getByRole('region', { name: 'Contacts' })
  const one = contacts.getByRole('group', { name: 'Input 1 of the indoor unit' })
  await expect(one).toContainText('When the float switch trips, this unit stops, without an alarm.')
  await expect(one).toContainText('nobody learns of a full pan')
  await expect(one.getByLabel('It protects, by its name')).toHaveValue('float')
  await one.getByLabel('While all is well it is').selectOption('open')
  await expect(one).toContainText('a broken wire looks as if all were well')
  await expect(one.getByRole('button', { name: 'Tripped, and it did' })).toBeDisabled()
  await one.getByLabel('While all is well it is').selectOption('closed')
  // Set as a fault with an alarm, it is right, and can be proved.
  await tech.stage('Settings')
  await expect(page).toHaveURL(/settings/)
  await tech.jot('left input.1 fault because float switch')
  await page.goBack()
  const judged = page.getByRole('group', { name: 'Input 1 of the indoor unit' })
  await expect(judged).toContainText('this unit stops, and the alarm shows')
  await judged.getByRole('button', { name: 'Tripped, and it did' }).click()
  await expect(judged).toContainText('Proved: float switch tripped')
})
