<?php

declare(strict_types=1);

namespace Tornavis\Core\Record;

use Tornavis\Core\Words\LossClass;

/** What a plan took, for the record. */
final class RecordedLosses
{
    /**
     * What the plan took, and what became of it: waived by name, or brought back from a backup.
     *
     * @param  array<string, mixed>  $plan  a plan document
     * @return list<array{label: string, says: string}>
     */
    public static function of(array $plan): array
    {
        $rows = [];
        /**
         * @var list<array{
         *     class: string,
         *     label: string,
         *     outcome: string,
         *     step: ?int,
         *     backup: ?string,
         *     wayBack?: ?string,
         *     backedUpByPlan: bool,
         *     waived: bool
         * }> $ledger
         */
        $ledger = $plan['ledger'] ?? [];
        foreach ($ledger as $entry) {
            if ($entry['step'] !== null) {
                $rows[] = [
                    'label' => $entry['label'],
                    'says' =>
                        "step {$entry['step']} took it; " .
                        match (true) {
                            $entry['backup'] !== null => "it is in the backup \"{$entry['backup']}\"",
                            $entry['backedUpByPlan'] => 'the plan made a backup of it first',
                            ($entry['wayBack'] ?? null) !== null
                                => "it is in the backup \"{$entry['wayBack']}\", and " .
                                'comes back only together with the old system',
                            $entry['class'] === LossClass::ScreenLock->value => 'it is set up anew by hand',
                            $entry['waived'] => 'it was given up by name',
                            default => 'nothing brings it back',
                        },
                ];
            }
        }

        return $rows;
    }
}
