/** "2.2 MiB"; the exact bytes belong into a title beside it. */
export function bytes(count: number): string {
  for (const [unit, size] of [
    ['GiB', 2 ** 30],
    ['MiB', 2 ** 20],
    ['KiB', 2 ** 10],
  ] as const) {
    if (count >= size) return `${(count / size).toFixed(1)} ${unit}`
  }
  return `${count} B`
}

export const exactBytes = (count: number): string => `${count.toLocaleString('en')} bytes`

/** "40 s", "12 min", "1 h 03" */
export function duration(seconds: number): string {
  if (seconds < 60) return `${Math.round(seconds)} s`
  const minutes = Math.round(seconds / 60)
  return minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')}`
}

/** "2 d 04 h", "3 h 20 min", "12 min": what is left of a wait. */
export function leftOf(seconds: number): string {
  const minutes = Math.ceil(seconds / 60)
  if (minutes >= 1440)
    return `${Math.floor(minutes / 1440)} d ${String(Math.floor((minutes % 1440) / 60)).padStart(2, '0')} h`
  return minutes >= 60 ? `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')} min` : `${minutes} min`
}

/** "09:41" */
export function clock(seconds: number): string {
  return `${String(Math.floor(seconds / 60)).padStart(2, '0')}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`
}

/** The time in the person's own zone. */
export function timeOf(iso: string | null | undefined): string {
  return iso ? new Date(iso).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit', second: '2-digit' }) : ''
}

export function dateTimeOf(iso: string | null | undefined): string {
  return iso
    ? new Date(iso).toLocaleString('en-GB', {
        day: 'numeric',
        month: 'short',
        year: 'numeric',
        hour: '2-digit',
        minute: '2-digit',
      })
    : ''
}

/** "3 minutes ago" */
export function ago(iso: string | null | undefined): string {
  if (!iso) return ''
  const seconds = (new Date(iso).getTime() - Date.now()) / 1000
  const words = new Intl.RelativeTimeFormat('en', { numeric: 'auto' })
  for (const [unit, size] of [
    ['day', 86400],
    ['hour', 3600],
    ['minute', 60],
  ] as const) {
    if (Math.abs(seconds) >= size) return words.format(Math.round(seconds / size), unit)
  }
  return 'just now'
}

const modes: Record<string, string> = {
  off: 'Off',
  system: 'System',
  recovery: 'Recovery',
  sideload: 'Sideload',
  bootloader: 'Bootloader',
  'userspace-bootloader': 'Userspace bootloader',
  download: 'Download',
  'boot-loop': 'Boot loop',
  stuck: 'Stuck',
  'locked-out': 'Locked out',
  dead: 'Dead',
}

export const modeName = (mode: string): string => modes[mode] ?? mode

export const slotName = (slot: string): string => (slot === '-' ? '–' : slot.toUpperCase())

export const sourceName: Record<string, string> = {
  phone: 'seen on the phone',
  file: 'read from the file',
  card: 'release card',
  list: 'checksum list',
  typed: 'typed by hand',
  settled: 'decided by a person',
  assumed: 'assumed',
}

export function valueText(value: unknown): string {
  if (value === null || value === undefined) return 'unknown'
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  return Array.isArray(value) ? value.join(', ') : String(value)
}
