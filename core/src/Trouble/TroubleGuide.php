<?php

declare(strict_types=1);

namespace Tornavis\Core\Trouble;

use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;
use Tornavis\Core\Words\Symptom;

/**
 * From what a person sees to what it most likely is on this phone, in this plan and run, and to what helps.
 *
 * The causes are a practitioner's; their order here follows from the state of the phone, the step in hand and the
 * journal.
 */
final class TroubleGuide
{
    /**
     * What could be seen at this moment, the likely first.
     *
     * @return list<Symptom>
     */
    public static function symptoms(TroubleCase $case): array
    {
        $mode = $case->expectedMode ?? ($case->state->mode() ?? Mode::System);
        $rank = static fn(Symptom $one): int => in_array($mode, $one->seenIn(), true)
            ? (count($one->seenIn()) < 5
                ? 0
                : 1)
            : 2;
        $symptoms = Symptom::cases();
        usort($symptoms, static fn(Symptom $a, Symptom $b): int => $rank($a) <=> $rank($b));

        return $symptoms;
    }

    /**
     * @param  ?TroubleCase  $case  null for the causes as such, as a handbook lists them
     * @return list<Cause> the most likely first
     */
    public static function causes(Symptom $symptom, ?TroubleCase $case = null): array
    {
        $causes = self::table()[$symptom->value];
        if ($case !== null) {
            foreach ($causes as $id => $cause) {
                $causes[$id] = self::weighed($id, $cause, $case);
            }
        }
        $order = array_keys($causes);
        usort($order, static fn(string $a, string $b): int => $causes[$b]->weight <=> $causes[$a]->weight);

        return array_map(static fn(string $id): Cause => $causes[$id], $order);
    }

    /** What speaks for a cause on this phone and in this run. */
    private static function weighed(string $id, Cause $cause, TroubleCase $case): Cause
    {
        [$weight, $because] = match ($id) {
            'base' => $case->firmwareTooOld() === null ? [0, ''] : [5, $case->firmwareTooOld()],
            'damaged' => match ($case->fileVerified) {
                true => [
                    -3,
                    'The file was verified against its publisher, so that only the transfer could have harmed it.',
                ],
                false => [5, 'The checksum of this file was never verified.'],
                null => [0, ''],
            },
            'cable' => $case->tries > 1 ? [2, "The step was begun {$case->tries} times."] : [0, ''],
            'keys' => $case->hasForeignData()
                ? [5, "The data was written by {$case->state->data()->writtenBy}."]
                : [0, ''],
            'first' => $case->did(OperationName::Sideload, OperationName::Install) &&
            !$case->did(OperationName::WaitFirstBoot)
                ? [3, 'This is the first start of a new system.']
                : [0, ''],
            'images' => str_contains((string) $case->obstacle(), 'image')
                ? [5, "It would not start: {$case->obstacle()}."]
                : [0, ''],
            'between' => $case->did(OperationName::FormatData, OperationName::Wipe, OperationName::Erase) &&
            !$case->holdsSystem()
                ? [3, 'The data is erased and the build is not in yet.']
                : [0, ''],
            'locked' => $case->state->bootloader()->unlocked === false
                ? [6, 'The bootloader was seen locked.']
                : [0, ''],
            'wait' => ($case->sheet->unlockWaitHours ?? 0) > 0
                ? [3, "The maker asks for {$case->sheet->unlockWaitHours} hours."]
                : [0, ''],
            'once' => $case->did(OperationName::BootOnce)
                ? [4, 'It was started without being written in this run.']
                : [0, ''],
            default => [0, ''],
        };

        return $because === '' ? $cause : $cause->raisedBy($weight, $because);
    }

    /**
     * @return array<string, array<string, Cause>> symptom → id → cause
     */
    private static function table(): array
    {
        return [
            ...InstallCauses::table(),
            ...LinkCauses::table(),
            ...StartCauses::table(),
            ...AfterwardsCauses::table(),
        ];
    }
}
