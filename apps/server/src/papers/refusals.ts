import { refusing } from '@ingle/core'

/** Everything that an archive is refused for. */
export const refuse = refusing({
  'archive-cut-short': ['This archive is cut short, or is none.', 'Fetch it again from where it came, whole; nothing was taken.'],
  'archive-unreadable': ['This archive cannot be read.', 'Have it exported again; nothing was taken.'],
  'archive-too-large': ['This archive holds more than an archive of a site can.', 'Nothing was taken from it.'],
  'archive-without-list': [
    'This archive has no list of what is in it: it is cut short, or no archive of a site.',
    'Fetch it again from where it came, whole; nothing was taken.',
  ],
  'archive-tampered': [
    '{path} is not what the archive’s own list says of it: somebody or something changed it.',
    'Have it exported again; nothing was taken.',
  ],
  'archive-lacks': ['{path} is on the archive’s list, and not in it.', 'Have it exported again; nothing was taken.'],
})
