import { inUse } from '@ingle/catalog'
import { Link } from 'react-router'
import { useTitle } from '../app/title.ts'
import { Empty } from '../kit/Notice.tsx'
import { kindWord } from '../library/kinds.ts'
import { useLibrary } from '../library/useLibrary.ts'

/** Devices to practise on: every family whose keys somebody has described. */
export function Practice() {
  const profiles = inUse(useLibrary((library) => library.profiles)).filter((one) => one.keypad)
  useTitle('Practice')
  return (
    <main id="main" className="flex-1 w-full max-w-6xl mx-auto p-4 md:p-6">
      <h1 className="text-2xl font-bold">Practice</h1>
      <p className="soft max-w-3xl mb-3">
        Devices to press on before the real one: each does what its profile says, hidden menus, switches that are read at power-up
        and time-outs included. Nothing here touches a record.
      </p>
      {profiles.length === 0 ? (
        <Empty title="No keys are described yet">
          <p>A profile whose keypad is described can be practised on.</p>
        </Empty>
      ) : (
        <ul className="grid gap-3 sm:grid-cols-2 lg:grid-cols-3">
          {profiles.map((profile) => (
            <li key={profile.id}>
              <Link to={`/practice/${profile.id}`} className="panel p-4 block h-full hover:bg-base-200">
                <b>
                  {profile.maker} {profile.family}
                </b>
                <span className="soft text-[13px]"> {kindWord(profile.kind)}</span>
                <span className="soft block text-[14px]">{profile.seen?.looks ?? profile.description}</span>
              </Link>
            </li>
          ))}
        </ul>
      )}
    </main>
  )
}
