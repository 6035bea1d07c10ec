/** What holds for every job on a phone; shown where it applies, and all of it in the handbook. */
export const cautions = [
  "Only on a phone that you own or are asked to service. The warranty may end; the maker's terms and local law hold.",
  'The work can end in a phone that does not start. Never on your only phone before a trip, or when you need ' +
    'emergency calls. Test an emergency-capable call route afterwards.',
  'Second-factor apps, electronic SIM profiles and protected-media keys do not survive an erase. Move them ' +
    'first. Bank, health and work-managed apps may refuse afterwards.',
  'Radio firmware and region settings fall under local radio law. The serial numbers of a radio are never ' +
    'altered, only backed up and restored to the same phone.',
  'A swollen or hot battery: stop, do not charge, hand the phone to a qualified repairer.',
  'Account locks that guard against theft are not bypassed. The owner signs out first.',
] as const
