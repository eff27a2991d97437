import { refusing } from '@ingle/core'

/** Everything that a record, a change or a document is refused for, and how it is said. */
export const refuse = refusing({
  // changes
  'kind-unknown': [
    'This Ingle does not know changes of the kind “{kind}”.',
    'It was written by a newer version: update, then send it again. It stays kept until then.',
  ],
  'date-impossible': ['It is dated {day}, {when}.', 'Set the date of the device that wrote it, then enter it again.'],
  'part-not-listed': [
    'It does not say which part of the list it stands in for.',
    'Choose the part. What is not on the list is not stood in for: leave the equipment off and locked, and write an open item.',
  ],
  'nested-too-deep': ['It is nested deeper than anything that Ingle writes.', 'Write it anew, in plain fields.'],
  'key-not-allowed': ['It has a field that data cannot have.', 'Take out “constructor”, “prototype” and “__proto__”.'],
  'id-taken': ['It would make {name} under an id that is taken.', 'Enter it anew: it then gets an id of its own.'],
  'missing-ground': [
    'It speaks of {name} that this site does not have (yet).',
    'It may have been sent before the change that it builds on: that one goes first. It stays kept on the device.',
  ],

  // checks.ts
  'not-an-object': ['{what} is not an object.', 'Send it as the format describes.'],
  unreadable: ['{what} is built so that it cannot be read.', 'Write it anew, in plain fields; nothing was taken.'],
  'field-refused': ['{shown}.', 'Look at the figure and its unit, and enter it again; nothing was changed.'],
  invalid: ['{what}: {shown}.', 'Put that right and send it again; nothing else was touched.'],

  // exchange
  'not-a-record': [
    'This file is not an Ingle record.',
    'A record begins with "format": "{recordFormat}". Nothing was taken from it.',
  ],
  'record-newer': [
    'This record is written in {format}, which is newer than this Ingle.',
    'Update Ingle, or export the record as ingle-record/1. Nothing was taken from it.',
  ],
  'record-without-changes': ['This record has no list of changes.', 'The file may be cut short: export it again.'],
  'change-refused': ['Change {n} of {count}: {reason}', '{remedy} Nothing was taken from the file.'],
  'change-of-another-site': ['Change {n} belongs to another site.', 'A record holds one site. Nothing was taken from the file.'],
  'chain-unreadable': ['The chain in this record cannot be read.', 'Export it again. Nothing was taken from the file.'],
  'photo-unreadable': ['A photo in this record cannot be read.', 'Export it again. Nothing was taken from the file.'],

  // ids.ts
  'not-an-id': ['“{text}” is no id of a {what}.', 'Check the address, or open it from the Round.'],

  // kinds
  'damper-point-lacks': [
    'A damper point by {way} lacks what it is worked out from.',
    'Give outdoor, return and mixed temperature; or the station’s signal; or velocities; or a flow.',
  ],
  'bridge-ties-nothing': ['A bridge from {a} to {b} ties nothing.', 'Name two different terminals.'],
  'no-profile-named': ['It names no profile.', 'Send the profile, or the key of one that the record holds.'],
  'house-rule-doubt': ['House rule “{name}”: {doubt}', 'Put that aim right under House rules, then choose it again.'],
  'test-or-key': ['It names no test, or two.', 'Send the test whole, or the key of one that the record holds.'],
  'test-start-unreadable': ['How the settings stood cannot be read from it.', 'Begin the test again; nothing else was touched.'],
  'trace-uneven': [
    'The times and the values of this stretch do not fit together.',
    'Read it again; the stretch before it is kept.',
  ],
  'no-reason': ['A test that is given up needs a reason.', 'Say it in a few words, or stop it for now and take it up later.'],
  'not-strokes': ['This is no signature as a screen draws one.', 'Sign again with a finger, a pen or the mouse.'],
  'signature-empty': ['Nothing was signed.', 'Sign across the field with a finger, a pen or the mouse.'],
  'open-without-owner': [
    'This visit closes with {count} open, and nobody answers for it.',
    'Name who does, and until which day.',
  ],
  'photo-of-two': ['A photo belongs to one note or to one temporary fix.', 'Name the one that it shows.'],
  'not-a-day': ['{until} is no day.', 'Write it as year, month, day: 2026-12-31.'],
  'two-at-one-time': ['Two things begin at {time} on one day.', 'Move one of them, or leave it out.'],
  'no-such-day': [
    'There is no day {date}.',
    'Write it as year, month, day (2026-12-31), or as month and day (12-31) for every year.',
  ],
  'year-on-one-end': [
    '{from} to {to}: only one of the two has a year.',
    'Give both a year, or neither: then it comes back every year.',
  ],
  'ends-before': [
    'It would end ({to}) before it begins ({from}).',
    'Enter the earlier one first; for a night over midnight enter two.',
  ],
  'letting-without-day': ['Nobody said when it is let.', 'Choose days of the week, or one date.'],
  'never-an-aim': ['That is never an aim.', '{why}'],

  // library
  'rule-doubt': ['“{name}”: {doubt}', 'Put it right; the rest was kept as you typed it.'],
  'not-a-document': [
    'This file is no profile, set of house rules, pattern or instrument.',
    'Such a file is JSON with a line like "format": "ingle-profile/1". A site’s record is imported on the Round.',
  ],
  'not-an-instrument': [
    'This is not an instrument that this Ingle reads.',
    'An instrument begins with "format": "{instrumentFormat}".',
  ],
  'range-reversed': ['Its range ends before it begins.', 'Enter the lower end first.'],
  'instrument-without-error': [
    'No instrument is without error.',
    'Enter the accuracy from its sheet: a share of the reading, a fixed part, or both.',
  ],
  'not-house-rules': ['This is not a set of house rules that this Ingle reads.', 'A set begins with "format": "{rulesFormat}".'],
  'not-a-test': ['This is not a test.', 'A test begins with "format": "{testFormat}". Nothing was taken from it.'],
  'test-newer': ['This test is written in {format}, which is newer than this Ingle.', 'Update Ingle. Nothing was taken from it.'],
  'test-doubt': ['Test “{name}”: {doubt}.', 'Put that right, then save or import it again.'],
  'not-a-pattern': ['This is not a pattern that this Ingle reads.', 'A pattern begins with "format": "{patternFormat}".'],

  // profile
  'not-a-profile': ['This is not an equipment profile.', 'A profile begins with "format": "{profileFormat}".'],
  'profile-newer': [
    'This profile is written in {format}, which is newer than this Ingle.',
    'Update Ingle, or export the profile as ingle-profile/1.',
  ],
  'blower-table-doubt': [
    'Blower table of {family}: {reason}',
    'Check that cell against the manual; leave a figure that is not printed empty (null).',
  ],
  'word-twice': ['Two settings of {family} share the word “{twice}”.', 'Give each its own word.'],
  'constant-airflow-table-lacks': [
    'A constant-airflow table needs a flow for each tap and a static limit.',
    'Add tapFlowsCfm and maxStaticInWc.',
  ],
  'constant-torque-table-lacks': [
    'A constant-torque table needs its statics and a row of flows for each tap.',
    'Add staticsInWc and flowsCfm.',
  ],
  'blower-cell': [
    'A cell of the blower table is neither a number nor empty.',
    'Every cell is a number of cfm (of watts under powersW), or null where nothing is printed.',
  ],
  'profile-doubt': ['{family}: {doubt}', '{remedy}'],
  'program-doubt': ['{family}: {doubt}', 'Name the groups as pairs of days, such as [[0, 4], [5, 6]].'],
  'registers-doubt': ['{family}: {doubt}', 'Put the register map right against the maker’s point list.'],
  'keypad-lacks': ['{family}: {doubt}', 'See the fields of a keypad in the format’s description.'],
  'missing-ground-in-file': [
    'Change {n} of {count}: {reason}',
    'The file is not whole: export it again. Nothing was taken from it.',
  ],
  'calibration-not-a-day': ['{calibratedOn} is no day.', 'Write it as year, month, day: 2026-03-31.'],
})
