/** Crews and accounts of the demo world. Initials only; the passwords are shown on the demo's sign-in page. */
export interface DemoAccount {
  name: string
  initials: string
  role: 'technician' | 'lead'
  password: string
}

interface DemoCrew {
  id: string
  name: string
  accounts: DemoAccount[]
}

export const LANTERN_LANE: DemoCrew = {
  id: '1a17e4b0-0001-4c00-8000-000000000001',
  name: 'Lantern Lane Heating & Air',
  accounts: [
    { name: 'mr', initials: 'MR', role: 'technician', password: 'kiln-and-harbour' },
    { name: 'jt', initials: 'JT', role: 'lead', password: 'lantern-on-the-quay' },
  ],
}

export const OTTER_QUAY: DemoCrew = {
  id: '1a17e4b0-0002-4c00-8000-000000000002',
  name: 'Otter Quay Air',
  accounts: [{ name: 'eb', initials: 'EB', role: 'lead', password: 'rope-walk-at-dawn' }],
}

export const DEMO_CREWS: readonly DemoCrew[] = [LANTERN_LANE, OTTER_QUAY]
