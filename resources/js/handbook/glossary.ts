/** The words of the field, as this application uses them. */
export const glossary: [word: string, meaning: string][] = [
  ['Base', 'The firmware and vendor that a build stands on.'],
  [
    'Bootloader',
    'The program that starts first, decides what starts next, and takes images while it is unlocked. The ' +
      'userspace bootloader is a part of the recovery that can write the logical partitions.',
  ],
  [
    'Build',
    'A package that puts an operating system in. A generic image is one system image for many models and stands ' +
      'on the base that is there.',
  ],
  ['Codename', 'The name by which builds know a model. It decides; a shop name never does.'],
  [
    'Fact',
    'A value with its source and time: seen on the phone, read from the file, declared by a card, typed, or assumed.',
  ],
  [
    'Finding',
    'What a rule says about phone and kit: stop, decide, caution, good to know or in order; with its reason and ' +
      'what to do.',
  ],
  [
    'Firmware',
    'What runs beside and below the system: radio, start programs, controllers. Builds ask for a lowest version, ' +
      'often in both slots.',
  ],
  [
    'Format data',
    'The data partition is made anew, and with it the encryption. More than a wipe, which empties it and leaves ' +
      'the keys.',
  ],
  ['House rules', 'What you choose where careful people differ.'],
  ['Kit', 'The files of one job.'],
  ['Link', 'How steps reach a phone: a stand-in, or your hands.'],
  [
    'Mode',
    'What the phone runs: system, recovery, sideload, bootloader, userspace bootloader, download, or nothing ' +
      'that it should.',
  ],
  ['Model sheet', 'What is true of every phone with one codename: variants, slots, partitions, keys.'],
  ['Proof', 'The plan walked over the state of this phone, before it is offered.'],
  [
    'Recovery',
    'A small system that installs packages and formats data; where it lives (a partition of its own, boot, ' +
      'vendor boot) decides how it is put in.',
  ],
  ['Release card', 'A small file beside a package in which its publisher states what the file itself cannot say.'],
  ['Root package', 'An add-on that gives apps the rights of the system.'],
  ['Services bundle', 'Store and services that many builds come without; it goes in before the first boot.'],
  [
    'Sideload',
    'The recovery takes a package over the cable while it comes. From storage means that it was copied there before.',
  ],
  [
    'Slot',
    'One of two sets of system partitions, A and B. One is active; an update goes into the other. Older phones ' +
      'have one.',
  ],
  [
    'Super',
    'The partition that holds the logical ones, with limits for each group. A retrofit puts it in the place of ' +
      'older partitions.',
  ],
  ['Unit', 'One phone on the bench, with its label and its state.'],
  [
    'Vendor',
    "The maker's part of the system that drives the hardware. Some builds bring it, others stand on the one that " +
      'is there.',
  ],
  ['Verification', 'A check of images at the start. Where it is on, a foreign image does not start.'],
  ['Way back', 'The shortest way to a phone that starts, from where the work stands.'],
]
