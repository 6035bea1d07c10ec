<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/**
 * What goes wrong on a phone when it is told to, each fault once: for practice and for rehearsals.
 *
 * @phpstan-import-type Reply from Behaviour
 */
final class Faults
{
    /** kind → what a person calls it */
    public const KINDS = [
        'cable-out' => 'The cable comes out in the middle',
        'battery' => 'The battery runs empty',
        'damaged-file' => 'A file arrives damaged',
        'refused-package' => 'The package refuses itself',
        'wrong-mode' => 'A restart leads into another mode',
        'recovery-replaced' => 'The recovery is gone',
        'boot-loop' => 'The first boot loops',
        'stuck' => 'The phone stays at its logo',
        'lost-key' => 'The key of the data is lost',
        'no-answer' => 'The phone does not answer',
        'starts-used' => 'The slot has used up its starts',
        'merge-broken' => 'The update that waits to be merged is broken',
        'card-pulled' => 'The memory card is pulled out',
        'storage-full' => 'The storage is full',
        'firmware-bad' => 'One firmware partition is written badly',
        'clock-wrong' => 'The phone\'s clock is wrong, and its wait begins again',
    ];

    /** kind → operations that it can strike; empty for all */
    private const STRIKES = [
        'cable-out' => ['flash', 'pc-flash', 'sideload', 'copy-to', 'back-up'],
        'battery' => ['flash', 'pc-flash', 'sideload', 'install', 'copy-to'],
        'damaged-file' => ['sideload', 'install'],
        'refused-package' => ['sideload', 'install'],
        'wrong-mode' => ['reboot'],
        'recovery-replaced' => ['reboot', 'enter-by-keys'],
        'boot-loop' => ['reboot'],
        'stuck' => ['reboot'],
        'lost-key' => ['reboot'],
        'no-answer' => [],
        'starts-used' => ['reboot'],
        'merge-broken' => ['reboot'],
        'card-pulled' => ['copy-to', 'install', 'make-set', 'bring-set', 'restore'],
        'storage-full' => ['copy-to', 'make-set', 'bring-set'],
        'firmware-bad' => ['flash'],
        'clock-wrong' => ['unlock'],
    ];

    /**
     * Does what is asked, unless a fault is due for it.
     *
     * @param  array<string, mixed>  $request
     * @param  \Generator<int, Pause, mixed, Reply>  $behaviour
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public static function strike(SimulatedPhone $phone, array $request, \Generator $behaviour): \Generator
    {
        $fault = ($request['do'] ?? '') === 'look-inside' ? null : self::due($phone, $request);
        $kind = $fault['kind'] ?? '';
        if ($kind === 'no-answer') {
            throw new CableOut();
        }
        self::prepare($phone, $kind);
        $was = $phone->mode;
        foreach ($behaviour as $pause) {
            yield $pause;
            $due = $pause->percent === null || $pause->percent >= ($fault['atPercent'] ?? 0);
            if (($phone->mode === PhoneMode::OFF && $was !== 'off') || ($kind === 'cable-out' && $due)) {
                throw new CableOut();
            }
            if (in_array($kind, ['damaged-file', 'refused-package'], true) && $due) {
                $phone->mode = PhoneMode::RECOVERY;
                throw $kind === 'damaged-file'
                    ? new RefusedError(RefusedError::BROKEN, 'The package cannot be read to its end: it is damaged.')
                    : new RefusedError(
                        RefusedError::FOREIGN,
                        'The package does not accept what it finds on this phone.',
                    );
            }
        }
        if ($kind === 'firmware-bad') {
            $phone->spoil(
                is_string($request['partition'] ?? null) ? $request['partition'] : '',
                is_string($request['slot'] ?? null) ? $request['slot'] : '',
            );

            return ['says' => ''] + ReportedFacts::of($phone);
        }
        if (in_array($kind, ['wrong-mode', 'boot-loop', 'stuck'], true)) {
            $phone->mode =
                $kind === 'wrong-mode'
                    ? ($phone->mode === PhoneMode::BOOTLOADER
                        ? PhoneMode::RECOVERY
                        : PhoneMode::BOOTLOADER)
                    : $kind;

            return ['says' => 'Something else appears than was asked for.'] + ReportedFacts::of($phone);
        }

        return $behaviour->getReturn();
    }

    /**
     * The faults that could strike somewhere among these operations.
     *
     * @param  list<string>  $operations
     * @return list<string>
     */
    public static function amid(array $operations): array
    {
        return array_values(
            array_filter(
                array_keys(self::KINDS),
                static fn(string $kind): bool => self::STRIKES[$kind] === [] ||
                    array_intersect(self::STRIKES[$kind], $operations) !== [],
            ),
        );
    }

    private static function prepare(SimulatedPhone $phone, string $kind): void
    {
        if ($kind === 'battery') {
            $phone->battery = 0.01;
        } elseif ($kind === 'starts-used') {
            $phone->retries[$phone->activeSlot] = 0;
            $phone->successful = array_values(array_diff($phone->successful, [$phone->activeSlot]));
        } elseif ($kind === 'merge-broken') {
            $phone->spoil('system', (string) $phone->merging);
        } elseif ($kind === 'card-pulled') {
            $phone->cardPresent = false;
            $phone->files['card'] = [];
        } elseif ($kind === 'storage-full') {
            $phone->cardFree = 0;
            $phone->dataFree = 0;
        } elseif ($kind === 'clock-wrong') {
            $phone->unlockWaitSeconds = 259_200.0;
        } elseif ($kind === 'lost-key') {
            $phone->dataEmpty = false;
            $phone->dataKeys = 'a key that is lost';
        } elseif ($kind === 'recovery-replaced') {
            $home = $phone->recoveryHome();
            $there = $phone->written($home, $phone->activeSlot);
            if ($there !== null) {
                $phone->write($home, $phone->activeSlot, array_diff_key($there['label'], ['recovery' => true]));
            }
        }
    }

    /**
     * The fault that this request brings about; it is used up by that.
     *
     * @param  array<string, mixed>  $request
     * @return ?array{kind: string, atPercent: int}
     */
    private static function due(SimulatedPhone $phone, array $request): ?array
    {
        $do = is_string($request['do'] ?? null) ? $request['do'] : '';
        $to = is_string($request['mode'] ?? null) ? $request['mode'] : '';
        foreach ($phone->faults as $index => $fault) {
            $strikes = self::STRIKES[$fault['kind']] ?? [];
            $fits = match ($fault['kind']) {
                'boot-loop', 'stuck', 'lost-key' => $to === PhoneMode::SYSTEM,
                'starts-used' => $to === PhoneMode::SYSTEM && count($phone->slots()) > 1,
                'merge-broken' => $to === PhoneMode::SYSTEM && $phone->merging !== null,
                'firmware-bad' => in_array($request['partition'] ?? '', $phone->firmwareIn(), true),
                'recovery-replaced' => $to === PhoneMode::RECOVERY,
                'wrong-mode' => $to !== PhoneMode::SIDELOAD,
                default => true,
            };
            if (($strikes === [] ? $do !== 'observe' : in_array($do, $strikes, true)) && $fits) {
                $phone->faults = array_values(array_diff_key($phone->faults, [$index => true]));

                return $fault;
            }
        }

        return null;
    }
}
