import { refuse } from '../../refusals.ts'
import 'reflect-metadata'
import { PLACE_WORDS, PLACES, type Place } from '@ingle/core'
import { IsIn, IsObject, IsOptional, IsString, IsUUID, MaxLength } from 'class-validator'
import type { SystemId } from '../../ids.ts'
import { keyOfProfile, type Profile, parseProfile } from '../../profile/profile.ts'
import { kind } from '../kind.ts'

/**
 * A device of a system, by its profile. The whole profile is kept in the record, so that a visit stays readable with the
 * version it was done with; a second system with the same version names it by `profileKey` instead.
 */
class ProfileUse {
  @IsUUID() systemId!: SystemId
  @IsOptional() @IsIn(PLACES) place?: Place
  @IsOptional() @IsObject() profile?: object
  /** `id@version` of a profile that the record already holds; empty: nothing stands at this place any more. */
  @IsOptional() @IsString() @MaxLength(80) profileKey?: string
}

export const profileUse = kind('profile.use', {
  body: ProfileUse,
  says({ place, profile, profileKey }) {
    const { maker, family, version } = (profile ?? {}) as Partial<Profile>
    const [id = '', at] = (profileKey ?? '').split('@')
    const named = family
      ? `${[maker, family].filter(Boolean).join(' ')}${version === undefined ? '' : `, version ${version} of its profile`}`
      : id === ''
        ? 'taken away'
        : `${id.replaceAll('-', ' ')}${at === undefined ? '' : `, version ${at} of its profile`}`
    return `${PLACE_WORDS[place ?? 'equipment'].toLowerCase()}: ${named}`
  },
  doubts({ profile, profileKey }) {
    if (profile === undefined) return profileKey === undefined ? refuse('no-profile-named') : null
    const read = parseProfile(profile)
    return read.ok ? null : read
  },
  /**
   * Profiles were checked when their change was taken. Here only their shape counts: a check that grew stricter since must
   * not take the equipment out of an old record.
   */
  prepare(site, body) {
    const profile = body.profile as Profile | undefined
    if (profile && typeof profile.id === 'string' && Array.isArray(profile.settings))
      site.profiles[keyOfProfile(profile)] ??= profile
  },
  listed: true,
  reaches: ({ profile }) => (profile === undefined ? [] : [keyOfProfile(profile as Profile)]),
  /** Profiles were put in first, so that a key finds its profile whatever came first. */
  fold(into, { at, body }) {
    const key = body.profile === undefined ? (body.profileKey ?? '') : keyOfProfile(body.profile as Profile)
    if (key !== '' && !Object.hasOwn(into.site.profiles, key)) return into.awaits(key)
    into.system(body.systemId).uses.push({ place: body.place ?? 'equipment', key, at })
  },
})
