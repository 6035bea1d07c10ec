<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/**
 * What a phone does when it is asked for something, with the time that it takes.
 *
 * Every answer is a generator. It yields {@see Pause}s (time that passes on the phone, with what it shows
 * meanwhile) and returns what the phone says at the end. Whoever drives it decides how long a pause really lasts.
 *
 * @phpstan-type Reply array<string, string|int|bool|list<string>|null>
 */
final class Behaviour
{
    private ModeChanges $modeChanges;

    private SystemWork $systemWork;

    private BootloaderWork $bootloaderWork;

    private RecoveryWork $recoveryWork;

    private LayoutWork $layoutWork;

    private InstallWork $installWork;

    private BackupWork $backupWork;

    public function __construct(private readonly SimulatedPhone $phone)
    {
        $this->modeChanges = new ModeChanges($phone);
        $this->systemWork = new SystemWork($phone);
        $this->bootloaderWork = new BootloaderWork($phone);
        $this->recoveryWork = new RecoveryWork($phone);
        $this->layoutWork = new LayoutWork($phone);
        $this->installWork = new InstallWork($phone);
        $this->backupWork = new BackupWork($phone);
    }

    /**
     * @param  array<string, mixed>  $request  "do" and its parameters
     * @return \Generator<int, Pause, mixed, Reply>
     *
     * @throws RefusedError
     */
    public function to(array $request): \Generator
    {
        $do = is_string($request['do'] ?? null) ? $request['do'] : '';

        if ($do === 'fault') {
            return yield from $this->expect(
                self::text($request, 'kind'),
                is_int($request['atPercent'] ?? null) ? $request['atPercent'] : 0,
            );
        }

        $this->phone->labels->heard($request);

        return yield from Faults::strike($this->phone, $request, $this->carryOut($do, $request));
    }

    /**
     * @param  array<string, mixed>  $request
     * @return \Generator<int, Pause, mixed, Reply>
     *
     * @throws RefusedError
     */
    private function carryOut(string $do, array $request): \Generator
    {
        return match ($do) {
            'observe' => (yield from $this->modeChanges->observe()),
            'look-inside' => (yield from $this->modeChanges->lookInside()),
            'prove-link' => (yield from $this->modeChanges->proveLink()),
            'reboot' => (yield from $this->modeChanges->reboot(self::text($request, 'mode'))),
            'back-up' => (yield from $this->systemWork->backUp()),
            'sign-out' => (yield from $this->systemWork->settings('accounts', 110)),
            'remove-lock' => (yield from $this->systemWork->settings('screenLock', 50)),
            'set-switches' => (yield from $this->systemWork->setSwitches($request['switches'] ?? [])),
            'unlock' => (yield from $this->bootloaderWork->unlock()),
            'charge' => (yield from $this->modeChanges->charge(
                is_int($request['toPercent'] ?? null) ? $request['toPercent'] : 100,
            )),
            'flash' => (yield from $this->bootloaderWork->flash(
                self::text($request, 'partition'),
                self::text($request, 'slot'),
                self::text($request, 'file'),
            )),
            'set-active' => (yield from $this->modeChanges->setActive(self::text($request, 'slot'))),
            'format-data' => (yield from $this->recoveryWork->formatData(self::text($request, 'fileSystem'))),
            'boot-once' => (yield from $this->bootloaderWork->bootOnce(self::text($request, 'file'))),
            'wipe' => (yield from $this->recoveryWork->wipe(self::text($request, 'what'))),
            'reset-data' => (yield from $this->recoveryWork->resetData()),
            'erase' => (yield from is_array($request['partitions'] ?? null)
                ? $this->layoutWork->erasePartitions($request['partitions'], self::text($request, 'slot'))
                : $this->bootloaderWork->erase()),
            'enter-by-keys' => (yield from $this->modeChanges->enterByKeys(self::text($request, 'mode'))),
            'delete-logical' => (yield from $this->layoutWork->deleteLogical(
                self::text($request, 'partition'),
                self::text($request, 'slot'),
            )),
            'start-trial' => (yield from $this->systemWork->startTrial(self::text($request, 'file'))),
            'update-in-system' => (yield from $this->systemWork->update(self::text($request, 'file'))),
            'leave-trial' => (yield from $this->systemWork->leaveTrial()),
            'write-empty-super' => (yield from $this->layoutWork->writeEmptySuper(self::text($request, 'file'))),
            'disable-verification' => (yield from $this->layoutWork->disableVerification(
                is_array($request['partitions'] ?? null) ? $request['partitions'] : [],
                self::text($request, 'slot'),
                self::text($request, 'file'),
            )),
            'make-set' => (yield from $this->backupWork->make(
                self::text($request, 'set'),
                $request['parts'] ?? [],
                self::text($request, 'place'),
            )),
            'take-off' => (yield from $this->backupWork->takeOff(
                self::text($request, 'set'),
                self::text($request, 'place'),
            )),
            'bring-set' => (yield from $this->backupWork->bring(
                self::text($request, 'set'),
                self::text($request, 'place'),
            )),
            'restore' => (yield from $this->backupWork->restore(
                self::text($request, 'set'),
                self::text($request, 'place'),
            )),
            'pc-flash' => (yield from $this->bootloaderWork->pcFlash(
                self::text($request, 'partition'),
                self::text($request, 'slot'),
                self::text($request, 'file'),
            )),
            'copy-to' => (yield from $this->recoveryWork->copyTo(
                self::text($request, 'package'),
                self::text($request, 'place'),
                is_string($request['file'] ?? null) ? $request['file'] : '',
            )),
            'install' => (yield from $this->installWork->install(
                self::text($request, 'package'),
                self::text($request, 'place'),
                self::text($request, 'file'),
            )),
            'put-recovery-in-boot' => (yield from $this->bootloaderWork->putRecoveryIn(
                is_string($request['partition'] ?? null) ? $request['partition'] : 'boot',
                is_string($request['slot'] ?? null) ? $request['slot'] : $this->phone->activeSlot,
                self::text($request, 'file'),
            )),
            'sideload' => (yield from $this->installWork->sideload(self::text($request, 'file'))),
            'wait-first-boot' => (yield from $this->modeChanges->firstBoot()),
            'verify' => (yield from $this->modeChanges->verify()),
            default => throw new RefusedError(0, "The phone does not understand \"{$do}\"."),
        };
    }

    /**
     * Lets something go wrong the next time that it can.
     *
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function expect(string $kind, int $atPercent): \Generator
    {
        if (!isset(Faults::KINDS[$kind])) {
            throw new RefusedError(0, "There is no fault \"{$kind}\".");
        }
        yield new Pause(0.1, '');
        $this->phone->faults[] = ['kind' => $kind, 'atPercent' => max(0, min(100, $atPercent))];

        return [];
    }

    /**
     * @param  array<string, mixed>  $request
     */
    private static function text(array $request, string $name): string
    {
        return is_string($request[$name] ?? null)
            ? $request[$name]
            : throw new RefusedError(0, "The request lacks \"{$name}\".");
    }
}
