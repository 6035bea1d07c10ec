<?php

declare(strict_types=1);

namespace App\Run;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Run\FileChanged;
use Tornavis\Core\Run\Link;
use Tornavis\Core\Run\LinkAnswer;
use Tornavis\Core\Run\LinkLost;
use Tornavis\Core\Run\Progress;
use Tornavis\Core\Words\OperationName;
use Tornavis\StandIn\Faults;

/**
 * A simulated phone in another process, over its line protocol.
 *
 * @phpstan-import-type FactValue from Fact
 */
final class StandInLink implements Link
{
    private const PIECE_BYTES = 256 << 10;

    private const SILENCE_SECONDS = 60;

    /** Which phones there are is asked while somebody waits for a page. */
    private const LIST_SECONDS = 3;

    private string $serial = '';

    private string $holder = '';

    private ?KitFiles $kit = null;

    /** @param  string  $secret  that the stand-in asks for; "" where it asks for none */
    public function __construct(private readonly int $port, private readonly string $secret = '') {}

    /**
     * @param  string  $holder  who works with the phone: while it does, the link keeps everybody else off
     * @param  ?KitFiles  $kit  the files that are sent
     */
    public function to(string $serial, string $holder = '', ?KitFiles $kit = null): self
    {
        $link = clone $this;
        $link->serial = $serial;
        $link->holder = $holder;
        $link->kit = $kit;

        return $link;
    }

    /** This installation, as it is told from others that may work with the same phone. */
    public static function here(): string
    {
        return 'Tornavis ' . substr(hash('sha256', 'link ' . config()->string('app.key')), 0, 12);
    }

    /** Lets others work with the phone. */
    public function leave(): void
    {
        try {
            $this->ask(['do' => 'leave'], null, 'leaving the phone', static fn(Progress $progress): null => null);
        } catch (LinkLost) {
            // Where nobody answers there is nobody to be kept off.
        }
    }

    public function name(): string
    {
        return 'stand-in';
    }

    /**
     * Serial numbers of the phones that the stand-in simulates; empty when it does not run.
     *
     * @return list<string>
     */
    public function serials(): array
    {
        try {
            $serials =
                $this->ask(['do' => 'list'], null, 'asking for phones', static fn(Progress $progress): null => null)
                    ->facts['serials'] ?? [];

            return is_array($serials) ? $serials : [];
        } catch (LinkLost) {
            return [];
        }
    }

    /**
     * What can be made to go wrong.
     *
     * @return array<string, string> words by kind
     */
    public static function faults(): array
    {
        return Faults::KINDS;
    }

    /** Makes a fault strike the next time that it can; only simulated phones take this. */
    public function letGoWrong(string $kind, int $atPercent): LinkAnswer
    {
        return $this->ask(
            ['do' => 'fault', 'kind' => $kind, 'atPercent' => $atPercent],
            null,
            'setting a fault',
            static fn(Progress $progress): null => null,
        );
    }

    public function observe(): LinkAnswer
    {
        return $this->ask(
            ['do' => 'observe'],
            null,
            'looking at the phone',
            static fn(Progress $progress): null => null,
        );
    }

    /**
     * Everything that lies in the simulated phone, see docs/formats/api/inside.schema.json.
     *
     * @return array<string, mixed>
     *
     * @throws LinkLost
     */
    public function lookInside(): array
    {
        $facts = $this->ask(
            ['do' => 'look-inside'],
            null,
            'looking inside the phone',
            static fn(Progress $progress): null => null,
        )->facts;
        /** @var array<string, mixed> $inside */
        $inside = json_decode(is_string($facts['inside'] ?? null) ? $facts['inside'] : '{}', true, 16);

        return $inside;
    }

    public function carryOut(OperationName $operation, array $parameters, callable $progress): LinkAnswer
    {
        $package = is_string($parameters['package'] ?? null) ? $parameters['package'] : null;
        if (in_array($operation, [OperationName::Flash, OperationName::PcFlash], true) && $package !== null) {
            return $this->flash($operation, $package, $parameters, $progress);
        }

        return $this->ask(
            ['do' => $operation->value] + $parameters,
            $package === null ? null : $this->kit()->path($package),
            $operation->value,
            $progress,
            $package,
        );
    }

    /**
     * One request for each partition; the first refusal ends it.
     *
     * @param  array<string, mixed>  $parameters
     * @param  callable(Progress): void  $progress
     */
    private function flash(OperationName $operation, string $package, array $parameters, callable $progress): LinkAnswer
    {
        /** @var list<string> $partitions */
        $partitions = $parameters['partitions'];
        /** @var list<string> $entries */
        $entries = $parameters['entries'];
        $elapsed = 0;
        $answer = new LinkAnswer(true, '', 0, [], 0);
        foreach ($partitions as $index => $partition) {
            $request = ['do' => $operation->value, 'partition' => $partition, 'slot' => $parameters['slot']];
            $write = fn(string $file, ?string $sum): LinkAnswer => $this->ask(
                $request,
                $file,
                "writing {$partition}",
                $progress,
                $sum === null ? null : $package,
            );
            $answer = $this->kit()->withImage($package, $entries[$index], $write);
            $elapsed += $answer->elapsedSeconds;
            if (!$answer->ok) {
                break;
            }
        }

        return new LinkAnswer($answer->ok, $answer->says, $answer->status, $answer->facts, $elapsed);
    }

    private function kit(): KitFiles
    {
        return $this->kit ?? throw new \LogicException('The link was not told which files it sends.');
    }

    /**
     * @param  array<string, mixed>  $request
     * @param  callable(Progress): void  $progress
     * @param  ?string  $package  the file as the plan names it: what is sent is compared with its sum
     */
    private function ask(
        array $request,
        ?string $file,
        string $doing,
        callable $progress,
        ?string $package = null,
    ): LinkAnswer {
        $socket = @stream_socket_client("tcp://127.0.0.1:{$this->port}", $code, $message, 3);
        if ($socket === false) {
            throw LinkLost::noAnswer("stand-in on 127.0.0.1:{$this->port}", $doing);
        }
        stream_set_timeout($socket, $request['do'] === 'list' ? self::LIST_SECONDS : self::SILENCE_SECONDS);
        try {
            $this->line($socket, ['secret' => $this->secret], $doing);
            if ($file !== null) {
                $this->send($socket, $file, $doing, $package);
            }
            $this->line($socket, ['serial' => $this->serial, 'holder' => $this->holder] + $request, $doing);
            while (($text = fgets($socket)) !== false) {
                /**
                 * @var array{
                 *     event?: string,
                 *     ok?: bool,
                 *     says?: string,
                 *     shows?: string,
                 *     percent?: ?int,
                 *     status?: int,
                 *     facts?: array<string, FactValue>,
                 *     elapsedSeconds?: int
                 * } $line
                 */
                $line = json_decode($text, true) ?? [];
                if (($line['event'] ?? '') === 'progress') {
                    $progress(
                        new Progress($line['shows'] ?? '', $line['percent'] ?? null, $line['elapsedSeconds'] ?? 0),
                    );
                } elseif (($line['event'] ?? '') === 'held') {
                    throw LinkLost::held($line['says'] ?? '', $doing);
                } elseif (($line['event'] ?? '') === 'answer') {
                    return new LinkAnswer(
                        $line['ok'] ?? false,
                        $line['says'] ?? '',
                        $line['status'] ?? 0,
                        $line['facts'] ?? [],
                        $line['elapsedSeconds'] ?? 0,
                    );
                }
            }
        } finally {
            fclose($socket);
        }
        throw LinkLost::noAnswer("stand-in on 127.0.0.1:{$this->port}", $doing);
    }

    /**
     * @param  resource  $socket
     */
    private function send($socket, string $file, string $doing, ?string $package): void
    {
        $handle = @fopen($file, 'rb') ?: throw FileChanged::gone($package ?? basename($file));
        $sum = hash_init('sha256');
        $this->line($socket, ['file' => ['name' => basename($file), 'sizeBytes' => filesize($file)]], $doing);
        while (($piece = fread($handle, self::PIECE_BYTES)) !== false && $piece !== '') {
            hash_update($sum, $piece);
            $this->line($socket, ['data' => base64_encode($piece)], $doing);
        }
        fclose($handle);
        $has = hash_final($sum);
        $planned = $package === null ? null : $this->kit()->sum($package);
        if ($package !== null && $planned !== null && !hash_equals($planned, $has)) {
            // The phone is asked for nothing; what was sent is thrown away with the connection.
            throw FileChanged::other($package, $file, $has, $planned);
        }
    }

    /**
     * @param  resource  $socket
     * @param  array<string, mixed>  $line
     */
    private function line($socket, array $line, string $doing): void
    {
        $text = json_encode($line, JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR) . "\n";
        for ($sent = 0; $sent < strlen($text); $sent += $written) {
            $written = @fwrite($socket, substr($text, $sent));
            if ($written === false || $written === 0) {
                throw LinkLost::noAnswer("stand-in on 127.0.0.1:{$this->port}", $doing);
            }
        }
    }
}
