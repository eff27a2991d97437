import { refusing } from '@ingle/core'

/** Everything that this app itself refuses, and how it is said. */
export const refuse = refusing({
  'photo-too-big': [
    '“{file}” has {megabytes} MB; a photo may have {most}.',
    'Take it with a lower resolution. What you typed is kept.',
  ],
  'not-a-picture': [
    '“{file}” is not a picture that this device can open.',
    'Choose a JPEG, PNG or WebP photo. What you typed is kept.',
  ],
  'photo-not-made-smaller': [
    'This device could not make the photo smaller.',
    'Close other apps and try again. What you typed is kept.',
  ],
  'no-such-time-zone': [
    'There is no time zone “{typed}”.',
    'Type a part of its city, like Lisbon, and choose one of those offered.',
  ],
  'cell-not-a-number': ['“{text}” is no number.', 'Type the figure, or leave the cell empty.'],
  'not-kept': [
    'This device could not keep it.',
    'Its storage may be full or closed to this app (a private window): free some space and enter it again.',
  ],
  'not-there-yet': [
    'What writes things down has not come over the line yet.',
    'What you typed stays here: enter it again in a moment.',
  ],
  'reads-only': ['You read along: your account writes nothing.', 'Ask the crew’s lead to make you a technician.'],
  'not-held-here': [
    'This record is long, and what you want to take back or correct is not on this device.',
    'With a signal it is fetched: try again then. Nothing was changed.',
  ],
  'no-answer': [
    'The server does not answer.',
    'What you typed stays on this device: save it when the sign above says “in step” again.',
  ],
  'broke-off': ['The reckoning broke off.', 'Start it again; nothing that was entered is lost.'],
  'server-refused': ['{reason}', '{remedy}'],
})
