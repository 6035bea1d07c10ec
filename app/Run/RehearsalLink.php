<?php

declare(strict_types=1);

namespace App\Run;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Run\Link;
use Tornavis\Core\Run\LinkAnswer;
use Tornavis\Core\Run\LinkLost;
use Tornavis\Core\Run\Progress;
use Tornavis\Core\Words\OperationName;
use Tornavis\StandIn\Behaviour;
use Tornavis\StandIn\CableOut;
use Tornavis\StandIn\RefusedError;
use Tornavis\StandIn\ReportedFacts;
use Tornavis\StandIn\SimulatedPhone;

/**
 * A simulated phone in this process, without waiting; for rehearsals.
 *
 * @phpstan-import-type FactValue from Fact
 */
final readonly class RehearsalLink implements Link
{
    /**
     * @param  array<string, string>  $files  path by name of the package
     * @param  array<string, array<string, array<string, mixed>>>  $stated  what is known of the images of a file, by
     *     its name and by partition, for those that say nothing themselves
     * @param  bool  $unmarked  whether all of them are taken as if they said nothing
     * @param  list<string>  $settled  names of the files whose images are taken so in any case
     */
    public function __construct(
        private SimulatedPhone $phone,
        private array $files,
        private array $stated = [],
        private bool $unmarked = false,
        private array $settled = [],
    ) {}

    public function name(): string
    {
        return 'stand-in';
    }

    public function observe(): LinkAnswer
    {
        return $this->ask(['do' => 'observe'], static fn(Progress $progress): null => null);
    }

    public function carryOut(OperationName $operation, array $parameters, callable $progress): LinkAnswer
    {
        $package = is_string($parameters['package'] ?? null) ? $this->files[$parameters['package']] : null;
        if (!in_array($operation, [OperationName::Flash, OperationName::PcFlash], true) || $package === null) {
            return $this->ask(
                ['do' => $operation->value, 'file' => $package] + $this->told($package) + $parameters,
                $progress,
            );
        }
        /** @var array{partitions: list<string>, entries: list<string>, slot: string} $parameters */
        $answer = new LinkAnswer(true, '', 0, [], 0);
        $files = KitFiles::at([basename($package) => $package]);
        foreach ($parameters['partitions'] as $index => $partition) {
            $answer = $files->withImage(
                basename($package),
                $parameters['entries'][$index],
                fn(string $image): LinkAnswer => $this->ask(
                    [
                        'do' => $operation->value,
                        'partition' => $partition,
                        'slot' => $parameters['slot'],
                        'file' => $image,
                    ] + $this->told($package),
                    $progress,
                ),
            );
            if (!$answer->ok) {
                return $answer;
            }
        }

        return $answer;
    }

    /**
     * @return array<string, mixed>
     */
    private function told(?string $path): array
    {
        $stated = $path === null ? [] : $this->stated[basename($path)] ?? [];

        $isTold = $this->unmarked || in_array(basename((string) $path), $this->settled, true);

        return $stated === [] ? [] : ['stated' => $stated, 'unmarked' => $isTold];
    }

    /**
     * @param  array<string, mixed>  $request
     * @param  callable(Progress): void  $progress
     */
    private function ask(array $request, callable $progress): LinkAnswer
    {
        $elapsed = 0.0;
        try {
            $behaviour = (new Behaviour($this->phone))->to($request);
            foreach ($behaviour as $pause) {
                $progress(new Progress($pause->shows, $pause->percent, (int) $elapsed));
                $this->phone->pass($pause->seconds, $pause->charging);
                $elapsed += $pause->seconds;
            }
            $facts = $behaviour->getReturn();
            $says = is_string($facts['says'] ?? null) ? $facts['says'] : '';
            unset($facts['says']);

            return new LinkAnswer(true, $says, 0, $facts, (int) round($elapsed));
        } catch (CableOut $out) {
            $this->phone->pickUpAfterBreak();
            throw LinkLost::noAnswer('the simulated phone', is_string($request['do']) ? $request['do'] : '', $out);
        } catch (RefusedError $refused) {
            return new LinkAnswer(
                false,
                $refused->getMessage(),
                $refused->status,
                ReportedFacts::of($this->phone),
                (int) round($elapsed),
            );
        }
    }
}
