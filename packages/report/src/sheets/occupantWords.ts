import type { BeforeAfterId } from '@ingle/bench'
import type { OccupantSign } from '@ingle/core'
import type { BeforeAfterWords } from '../drawing/beforeAfter.ts'

/**
 * Every sentence of the sheet for the people who live with a system, a language each. Another language is another object
 * of this shape: a sentence that is missing does not compile. `{…}` are places for what is known of this system; what a
 * technician wrote stands in it as it was written.
 */
export interface OccupantWords {
  /** As the language calls itself. */
  language: string
  /** For dates. */
  locale: string
  subtitle: string
  sections: {
    told: string
    changed: string
    meanwhile: string
    use: string
    care: string
    signs: string
    call: string
    measured: string
    open: string
  }
  complaint: string
  cause: string
  noCause: string
  /** By role, then by what it now means; `*` for whatever it means. */
  changed: Readonly<Record<string, Readonly<Record<string, string>>>>
  cleanFilter: string
  technical: string
  technicalOne: string
  nothingChanged: string
  fix: string
  warmer: string
  warmerPlain: string
  lastsPeriod: string
  lastsHours: string
  lastsOne: string
  staysSo: string
  hold: string
  resume: string
  resumePlain: string
  locked: string
  lockedWhole: string
  battery: string
  batteryOn: string
  filter: string
  filterOn: string
  filterHours: string
  gas: string
  open: string
  openBy: string
  callCrew: string
  telephone: string
  signs: Readonly<Record<OccupantSign, string>>
  picture: BeforeAfterWords & { title: string }
}

const names = (all: Record<BeforeAfterId, string>) => all

export const OCCUPANT_WORDS = {
  en: {
    language: 'English',
    locale: 'en-GB',
    subtitle: 'For the people who live with it',
    sections: {
      told: 'What was wrong',
      changed: 'What we changed',
      meanwhile: 'For the time being',
      use: 'How to use it',
      care: 'Batteries and filter',
      signs: 'What the signs mean',
      call: 'Whom to call',
      measured: 'What we measured',
      open: 'Still to be done',
    },
    complaint: 'You told us: “{text}”',
    cause: 'It came from this: {text}',
    noCause: 'We have not found the cause yet.',
    changed: {
      'sensor.source': {
        wall: 'It now reads the temperature at the controller on the wall.',
        return: 'It now reads the temperature in the air that comes back to the unit.',
        average: 'It now goes by the average of the wall and the returning air.',
        '*': 'It now reads the temperature at another place.',
      },
      'sensor.trim': { '*': 'The temperature that it shows was set right.' },
      'fan.satisfied.heat': {
        off: 'The fan now stops when the room is warm.',
        trickle: 'The fan now turns slowly when the room is warm.',
        'as-set': 'The fan now goes on as it is set when the room is warm.',
      },
      'fan.satisfied.cool': {
        off: 'The fan now stops when the room is cool.',
        trickle: 'The fan now turns slowly when the room is cool.',
        'as-set': 'The fan now goes on as it is set when the room is cool.',
      },
      'fan.mode': {
        auto: 'The fan now runs only while it heats or cools.',
        on: 'The fan now runs all the time.',
        circulate: 'The fan now runs some minutes of every hour.',
      },
      'control.differential': { '*': 'How far the room may drift before it starts was set anew.' },
      'control.changeover': {
        auto: 'It now changes between heating and cooling by itself.',
        manual: 'You now choose between heating and cooling yourself.',
      },
      'control.second-stage': { '*': 'When it uses its full heat was set anew.' },
      'control.dehumidify': { off: 'It no longer dries the air.', '*': 'It now dries the air when it is damp.' },
      'humidity.target': { '*': 'How damp the room may be was set anew.' },
      airflow: { '*': 'How hard it blows was set anew.' },
      'airflow.ramp': { '*': 'How the blower comes up and goes down was set anew.' },
      'zone.flow': { '*': 'The air was shared anew between the rooms.' },
      'freshair.min': { '*': 'How much outdoor air it brings in was set anew.' },
      'freshair.changeover': { '*': 'When it cools with outdoor air was set anew.' },
      'time.clock': { right: 'Clock and day are right.', '*': 'Clock and day were looked at.' },
      'time.program': { '*': 'The program was set to your hours.' },
      'time.recovery': { '*': 'When it starts in the morning was set anew.' },
      'service.lock': { none: 'All keys can be used again.', '*': 'Some keys are locked now.' },
      'display.units': { F: 'It now shows °F.', C: 'It now shows °C.' },
    },
    cleanFilter: 'A clean filter is in.',
    technical: 'And {n} technical settings: they stand on the card inside the unit.',
    technicalOne: 'And one technical setting: it stands on the card inside the unit.',
    nothingChanged: 'No setting was changed.',
    fix: 'A part is missing, and something stands in for it ({what}). Until it comes it cannot {cannot}.',
    warmer: 'Warmer: {warmer}. Cooler: {cooler}.',
    warmerPlain: 'Warmer or cooler: with the keys of the {name}.',
    lastsPeriod: 'A change by hand lasts until the program’s next time.',
    lastsHours: 'A change by hand lasts {h} hours, then the program goes on.',
    lastsOne: 'A change by hand lasts one hour, then the program goes on.',
    staysSo: 'It stays so until you change it.',
    hold: 'To keep one temperature for days: {keys}',
    resume: 'Back to the program: {keys}',
    resumePlain: 'Back to the program: end it the same way.',
    locked: 'Some keys are locked. If you need them, call us.',
    lockedWhole: 'The keys are locked: nothing can be changed at the wall. If you need them, call us.',
    battery: 'Batteries: {what}. Change them once a year, or when the sign shows.',
    batteryOn: 'Batteries: {what}. Change them by {day}.',
    filter: 'Filter: look at it every two months; change it when it is grey.',
    filterOn: 'Filter: change it by {day}.',
    filterHours: 'Filter: the display calls for it after {h} hours of running.',
    gas: 'Smell of gas: no switch, no flame. Everybody out, and call the gas emergency number from outside. When a carbon monoxide alarm sounds: out, and call for help.',
    open: '{text}',
    openBy: '{text} ({who}, by {day})',
    callCrew: '{crew}. {by} was here on {day}.',
    telephone: 'Telephone: ______________________',
    signs: {
      heating: 'it heats',
      cooling: 'it cools',
      fan: 'the fan runs',
      hold: 'it keeps one temperature; the program waits',
      temporary: 'changed by hand, for a while',
      'battery-low': 'change the batteries',
      filter: 'look at the filter',
      locked: 'keys are locked',
      auxiliary: 'the extra heat is on: it costs more',
      drying: 'it dries the air',
      frost: 'it clears ice from the outdoor unit; that is normal',
      'clock-unset': 'the clock has to be set',
      fault: 'call us, and tell us what it shows',
    },
    picture: {
      title: 'Before and after',
      before: 'before',
      after: 'after',
      wanted: 'where it should be',
      same: 'no change',
      names: names({
        flow: 'Airflow',
        static: 'Pressure that the blower works against',
        noise: 'Air speed at the loudest grille',
        split: 'How much it cools or heats the air',
        'outdoor-air': 'Outdoor air',
        display: 'Display off by',
        current: 'Current drawn',
      }),
    },
  },
  de: {
    language: 'Deutsch',
    locale: 'de-DE',
    subtitle: 'Für die Menschen, die damit leben',
    sections: {
      told: 'Was nicht stimmte',
      changed: 'Was wir geändert haben',
      meanwhile: 'Vorläufig',
      use: 'So bedienen Sie es',
      care: 'Batterien und Filter',
      signs: 'Was die Zeichen bedeuten',
      call: 'Wen Sie anrufen',
      measured: 'Was wir gemessen haben',
      open: 'Noch zu tun',
    },
    complaint: 'Sie sagten uns: „{text}“',
    cause: 'Es kam daher: {text}',
    noCause: 'Die Ursache haben wir noch nicht gefunden.',
    changed: {
      'sensor.source': {
        wall: 'Die Temperatur wird jetzt am Regler an der Wand gemessen.',
        return: 'Die Temperatur wird jetzt in der Luft gemessen, die zum Gerät zurückkommt.',
        average: 'Jetzt gilt das Mittel aus Wand und zurückströmender Luft.',
        '*': 'Die Temperatur wird jetzt an einer anderen Stelle gemessen.',
      },
      'sensor.trim': { '*': 'Die angezeigte Temperatur wurde berichtigt.' },
      'fan.satisfied.heat': {
        off: 'Der Ventilator bleibt jetzt stehen, wenn der Raum warm ist.',
        trickle: 'Der Ventilator dreht jetzt langsam, wenn der Raum warm ist.',
        'as-set': 'Der Ventilator läuft jetzt wie eingestellt weiter, wenn der Raum warm ist.',
      },
      'fan.satisfied.cool': {
        off: 'Der Ventilator bleibt jetzt stehen, wenn der Raum kühl ist.',
        trickle: 'Der Ventilator dreht jetzt langsam, wenn der Raum kühl ist.',
        'as-set': 'Der Ventilator läuft jetzt wie eingestellt weiter, wenn der Raum kühl ist.',
      },
      'fan.mode': {
        auto: 'Der Ventilator läuft jetzt nur, während geheizt oder gekühlt wird.',
        on: 'Der Ventilator läuft jetzt ständig.',
        circulate: 'Der Ventilator läuft jetzt einige Minuten in jeder Stunde.',
      },
      'control.differential': { '*': 'Wie weit der Raum abweichen darf, bevor es anspringt, wurde neu eingestellt.' },
      'control.changeover': {
        auto: 'Es wechselt jetzt von selbst zwischen Heizen und Kühlen.',
        manual: 'Zwischen Heizen und Kühlen wählen Sie jetzt selbst.',
      },
      'control.second-stage': { '*': 'Wann mit voller Leistung geheizt wird, wurde neu eingestellt.' },
      'control.dehumidify': { off: 'Die Luft wird nicht mehr getrocknet.', '*': 'Feuchte Luft wird jetzt getrocknet.' },
      'humidity.target': { '*': 'Wie feucht der Raum sein darf, wurde neu eingestellt.' },
      airflow: { '*': 'Wie stark es bläst, wurde neu eingestellt.' },
      'airflow.ramp': { '*': 'Wie der Ventilator anläuft und ausläuft, wurde neu eingestellt.' },
      'zone.flow': { '*': 'Die Luft wurde neu auf die Räume verteilt.' },
      'freshair.min': { '*': 'Wie viel Außenluft hereinkommt, wurde neu eingestellt.' },
      'freshair.changeover': { '*': 'Wann mit Außenluft gekühlt wird, wurde neu eingestellt.' },
      'time.clock': { right: 'Uhr und Wochentag stimmen.', '*': 'Uhr und Wochentag wurden geprüft.' },
      'time.program': { '*': 'Das Programm wurde auf Ihre Zeiten eingestellt.' },
      'time.recovery': { '*': 'Wann es morgens beginnt, wurde neu eingestellt.' },
      'service.lock': { none: 'Alle Tasten sind wieder frei.', '*': 'Einige Tasten sind jetzt gesperrt.' },
      'display.units': { F: 'Die Anzeige steht jetzt auf °F.', C: 'Die Anzeige steht jetzt auf °C.' },
    },
    cleanFilter: 'Ein sauberer Filter ist eingesetzt.',
    technical: 'Dazu {n} technische Einstellungen; sie stehen auf der Karte im Gerät.',
    technicalOne: 'Dazu eine technische Einstellung; sie steht auf der Karte im Gerät.',
    nothingChanged: 'Es wurde keine Einstellung geändert.',
    fix: 'Ein Teil fehlt; vorläufig ist etwas anderes eingebaut ({what}). Bis das Teil kommt, geht nicht: {cannot}.',
    warmer: 'Wärmer: {warmer}. Kühler: {cooler}.',
    warmerPlain: 'Wärmer oder kühler: mit den Tasten am {name}.',
    lastsPeriod: 'Eine Änderung von Hand gilt bis zur nächsten Schaltzeit des Programms.',
    lastsHours: 'Eine Änderung von Hand gilt {h} Stunden, dann läuft das Programm weiter.',
    lastsOne: 'Eine Änderung von Hand gilt eine Stunde, dann läuft das Programm weiter.',
    staysSo: 'Es bleibt so, bis Sie es ändern.',
    hold: 'Um eine Temperatur tagelang zu halten: {keys}',
    resume: 'Zurück zum Programm: {keys}',
    resumePlain: 'Zurück zum Programm: auf dieselbe Weise beenden.',
    locked: 'Einige Tasten sind gesperrt. Wenn Sie sie brauchen, rufen Sie uns an.',
    lockedWhole: 'Die Tasten sind gesperrt: an der Wand lässt sich nichts ändern. Wenn Sie sie brauchen, rufen Sie uns an.',
    battery: 'Batterien: {what}. Einmal im Jahr wechseln, oder wenn das Zeichen erscheint.',
    batteryOn: 'Batterien: {what}. Bis zum {day} wechseln.',
    filter: 'Filter: alle zwei Monate ansehen; wechseln, wenn er grau ist.',
    filterOn: 'Filter: bis zum {day} wechseln.',
    filterHours: 'Filter: die Anzeige meldet sich nach {h} Betriebsstunden.',
    gas: 'Gasgeruch: kein Schalter, keine Flamme. Alle hinaus, und von draußen den Gas-Notruf wählen. Wenn ein Kohlenmonoxid-Melder tönt: hinaus, und Hilfe rufen.',
    open: '{text}',
    openBy: '{text} ({who}, bis {day})',
    callCrew: '{crew}. {by} war am {day} hier.',
    telephone: 'Telefon: ______________________',
    signs: {
      heating: 'es heizt',
      cooling: 'es kühlt',
      fan: 'der Ventilator läuft',
      hold: 'eine Temperatur wird gehalten; das Programm wartet',
      temporary: 'von Hand geändert, für eine Weile',
      'battery-low': 'Batterien wechseln',
      filter: 'den Filter ansehen',
      locked: 'Tasten sind gesperrt',
      auxiliary: 'die Zusatzheizung läuft: das kostet mehr',
      drying: 'die Luft wird getrocknet',
      frost: 'das Außengerät taut ab; das ist normal',
      'clock-unset': 'die Uhr muss gestellt werden',
      fault: 'rufen Sie uns an, und sagen Sie, was angezeigt wird',
    },
    picture: {
      title: 'Vorher und nachher',
      before: 'vorher',
      after: 'nachher',
      wanted: 'so soll es sein',
      same: 'unverändert',
      names: names({
        flow: 'Luftmenge',
        static: 'Druck, gegen den der Ventilator arbeitet',
        noise: 'Luftgeschwindigkeit am lautesten Gitter',
        split: 'Wie stark die Luft gekühlt oder erwärmt wird',
        'outdoor-air': 'Außenluft',
        display: 'Anzeige daneben um',
        current: 'Aufgenommener Strom',
      }),
    },
  },
} as const satisfies Record<string, OccupantWords>

export type OccupantLanguage = keyof typeof OCCUPANT_WORDS
export const OCCUPANT_LANGUAGES = Object.keys(OCCUPANT_WORDS) as OccupantLanguage[]
export const isOccupantLanguage = (name: string | undefined | null): name is OccupantLanguage =>
  name != null && Object.hasOwn(OCCUPANT_WORDS, name)
export const occupantWords = (language: OccupantLanguage): OccupantWords => OCCUPANT_WORDS[language]
