<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

use Clue\React\NDJson\Decoder;
use Clue\React\NDJson\Encoder;
use React\EventLoop\LoopInterface;
use React\Socket\ConnectionInterface;
use React\Socket\SocketServer;

/**
 * The stand-in's own line protocol: one JSON object a line over loopback TCP.
 *
 * A connection begins with {"secret"} where one is asked for. Request: {"serial", "holder", "do", …}. The holder of
 * the first request that changes a phone has it to itself until it leaves ("do": "leave") or is silent for ten
 * minutes; others are answered {"event": "held"}. A file travels before its request as {"file": {"name",
 * "sizeBytes"}} and {"data": base64} lines. The phone answers with any number of {"event": "progress", "shows",
 * "percent", "elapsedSeconds"} lines and one {"event": "answer", "ok", "says", "status", "facts", "elapsedSeconds"}
 * line.
 */
final class LineServer
{
    private const LONGEST_LINE = 4 << 20;

    private const LARGEST_FILE = 8 << 30;

    private const BEAT_SECONDS = 0.5;

    private int $port = 0;

    private readonly Leases $leases;

    /**
     * @param  float  $speed  seconds on the phone for one second here
     * @param  string  $secret  that a connection begins with; "" where none is asked for
     */
    public function __construct(
        private readonly LoopInterface $loop,
        private readonly PhoneShelf $shelf,
        private readonly float $speed,
        private readonly string $secret = '',
    ) {
        $this->leases = new Leases();
    }

    /** Listens on 127.0.0.1; port 0 takes any free one. Returns the port. */
    public function listen(int $port): int
    {
        $server = new SocketServer("tcp://127.0.0.1:{$port}", [], $this->loop);
        $server->on('connection', $this->serve(...));
        $this->port = (int) parse_url((string) $server->getAddress(), PHP_URL_PORT);

        return $this->port;
    }

    private function serve(ConnectionInterface $connection): void
    {
        $encoder = new Encoder($connection);
        $decoder = new Decoder($connection, true, 32, 0, self::LONGEST_LINE);
        $upload = null;
        $file = null;
        $busy = null;
        $known = $this->secret === '';
        $decoder->on('data', function (mixed $line) use (
            $connection,
            $encoder,
            &$upload,
            &$file,
            &$busy,
            &$known,
        ): void {
            if (!is_array($line) || array_is_list($line)) {
                return;
            }
            if (is_string($line['secret'] ?? null)) {
                $known = $known || hash_equals($this->secret, $line['secret']);
            }
            if (!$known) {
                $connection->close();

                return;
            }
            if (array_keys($line) === ['secret']) {
                return;
            }
            /** @var array<string, mixed> $line */
            if (isset($line['file']) && is_array($line['file'])) {
                $file = tempnam(sys_get_temp_dir(), 'standin');
                $upload = $file === false ? null : fopen($file, 'wb');
            } elseif (is_string($line['data'] ?? null) && is_resource($upload)) {
                if (ftell($upload) < self::LARGEST_FILE) {
                    fwrite($upload, (string) base64_decode($line['data'], true));
                }
            } elseif (($line['do'] ?? null) === 'list') {
                $encoder->write([
                    'event' => 'answer',
                    'ok' => true,
                    'says' => '',
                    'status' => 0,
                    'facts' => ['serials' => $this->shelf->serials()],
                    'elapsedSeconds' => 0,
                ]);
            } else {
                if (is_resource($upload)) {
                    fclose($upload);
                }
                $busy = $this->start($line + ['file' => $file ?: ''], $encoder);
            }
        });
        $connection->on('close', function () use (&$upload, &$file, &$busy): void {
            if (is_resource($upload)) {
                fclose($upload);
            }
            if (is_string($file)) {
                @unlink($file);
            }
            if ($busy !== null) {
                $busy();
            }
        });
        $decoder->on('error', static fn(\Throwable $error) => $connection->close());
    }

    /**
     * @param  array<string, mixed>  $request
     * @return callable(): void to be called when the computer goes away in the middle
     */
    private function start(array $request, Encoder $encoder): callable
    {
        $phone = $this->shelf->find(is_string($request['serial'] ?? null) ? $request['serial'] : '');
        if ($phone === null) {
            $encoder->write([
                'event' => 'answer',
                'ok' => false,
                'says' => 'No phone with this serial number is listed.',
                'status' => 0,
                'facts' => [],
                'elapsedSeconds' => 0,
            ]);

            return static fn(): null => null;
        }
        $holder = is_string($request['holder'] ?? null) ? $request['holder'] : '';
        if (($request['do'] ?? null) === 'leave') {
            $this->leases->end($phone->serial(), $holder);
            $encoder->write([
                'event' => 'answer',
                'ok' => true,
                'says' => '',
                'status' => 0,
                'facts' => [],
                'elapsedSeconds' => 0,
            ]);

            return static fn(): null => null;
        }
        if (
            !in_array($request['do'] ?? null, ['observe', 'fault', 'look-inside'], true) &&
            !$this->leases->take($phone->serial(), $holder)
        ) {
            $encoder->write(['event' => 'held', 'says' => $this->leases->holder($phone->serial())]);

            return static fn(): null => null;
        }
        $gone = false;
        $behaviour = (new Behaviour($phone))->to($request);
        $this->drive($phone, $behaviour, $encoder, 0.0, true, $gone);

        return function () use (&$gone, $phone, $behaviour): void {
            $gone = true;
            if ($behaviour->valid()) {
                $phone->pickUpAfterBreak();
                $this->shelf->keep($phone);
            }
        };
    }

    /**
     * Lets a pause pass in short beats, each told, so that whoever watches sees the phone's clock move.
     *
     * @param  callable(float $elapsed): void  $then
     */
    private function wait(
        Pause $pause,
        float $left,
        SimulatedPhone $phone,
        Encoder $encoder,
        float $elapsed,
        callable $then,
    ): void {
        if ($pause->shows !== '') {
            $encoder->write([
                'event' => 'progress',
                'shows' => $pause->shows,
                'percent' => $pause->percent,
                'elapsedSeconds' => (int) $elapsed,
            ]);
        }
        $beat = min($left, $this->speed * self::BEAT_SECONDS);
        $this->loop->addTimer($beat / $this->speed, function () use (
            $pause,
            $left,
            $beat,
            $phone,
            $encoder,
            $elapsed,
            $then,
        ): void {
            $phone->pass($beat, $pause->charging);
            $this->leases->goOn($phone->serial());
            $left - $beat > 0.001
                ? $this->wait($pause, $left - $beat, $phone, $encoder, $elapsed + $beat, $then)
                : $then($elapsed + $beat);
        });
    }

    /**
     * @param  \Generator<int, Pause, mixed, array<string, string|int|bool|list<string>|null>>  $behaviour
     */
    private function drive(
        SimulatedPhone $phone,
        \Generator $behaviour,
        Encoder $encoder,
        float $elapsed,
        bool $first,
        bool &$gone,
    ): void {
        if ($gone) {
            return;
        }
        try {
            $first ? $behaviour->current() : $behaviour->next();
            $this->shelf->keep($phone);
            if ($behaviour->valid()) {
                $pause = $behaviour->current();
                $this->wait($pause, $pause->seconds, $phone, $encoder, $elapsed, function (float $elapsed) use (
                    $phone,
                    $behaviour,
                    $encoder,
                    &$gone,
                ): void {
                    $this->drive($phone, $behaviour, $encoder, $elapsed, false, $gone);
                });

                return;
            }
            $facts = $behaviour->getReturn();
            $says = is_string($facts['says'] ?? null) ? $facts['says'] : '';
            unset($facts['says']);
            $answer = ['ok' => true, 'says' => $says, 'status' => 0, 'facts' => $facts];
        } catch (CableOut) {
            $phone->pickUpAfterBreak();
            $this->shelf->keep($phone);
            $gone = true;
            $encoder->end();

            return;
        } catch (RefusedError $refused) {
            $this->shelf->keep($phone);
            $answer = [
                'ok' => false,
                'says' => $refused->getMessage(),
                'status' => $refused->status,
                'facts' => ReportedFacts::of($phone),
            ];
        }
        $encoder->write(['event' => 'answer'] + $answer + ['elapsedSeconds' => (int) round($elapsed)]);
    }
}
