<?php

declare(strict_types=1);

namespace App\Serve\Door;

use React\EventLoop\LoopInterface;
use React\EventLoop\TimerInterface;
use React\Promise\PromiseInterface;
use React\Socket\ConnectionInterface;

/** One request through the door, and its answer back. */
final class Visit
{
    /** From another device no more than a note is taken. */
    private const LARGEST_BODY = 64 << 10;

    private string $held = '';

    private ?RequestHead $head = null;

    private int $bodyLeft = 0;

    private ?ConnectionInterface $server = null;

    private ?TimerInterface $clock;

    private bool $isOver = false;

    /** @var callable(): PromiseInterface<ConnectionInterface> */
    private mixed $connect;

    /**
     * @param  bool  $isBelieved  whether it may say that it passes a request on for another
     * @param  float  $patienceSeconds  for a request to come whole; this machine's own large files have their time
     */
    public function __construct(
        private readonly LoopInterface $loop,
        private readonly ConnectionInterface $client,
        private readonly string $address,
        private readonly bool $isBelieved,
        float $patienceSeconds,
    ) {
        $this->clock = $loop->addTimer($patienceSeconds, fn() => $this->refuse(NotLetIn::tooSlow()));
        $client->on('close', $this->leave(...));
    }

    /**
     * @param  callable(): PromiseInterface<ConnectionInterface>  $connect  opens a connection to the web server
     */
    public function passOnTo(callable $connect): void
    {
        $this->connect = $connect;
        $this->client->on('data', $this->take(...));
    }

    private function take(string $bytes): void
    {
        if ($this->isOver) {
            return;
        }
        $this->held .= $bytes;
        try {
            $this->head === null ? $this->begin() : $this->send();
        } catch (NotLetIn $refusal) {
            $this->refuse($refusal);
        }
    }

    private function begin(): void
    {
        if (!RequestHead::isWhole($this->held)) {
            strlen($this->held) <= RequestHead::LONGEST || throw NotLetIn::headTooLong();

            return;
        }
        [$head, $this->held] = RequestHead::read($this->held);
        $this->head = $head;
        $from = $this->isBelieved ? $head->passedOnFrom() ?? $this->address : $this->address;
        $isHere = Door::isHere($from);
        if (!$isHere && $head->bodyBytes > self::LARGEST_BODY) {
            throw NotLetIn::tooLarge();
        }
        $isHere && $this->stopClock();
        $this->bodyLeft = $head->bodyBytes;
        $this->client->pause();
        ($this->connect)()->then(
            fn(ConnectionInterface $server) => $this->open($server, $head->from($from)),
            fn() => $this->refuse(NotLetIn::noAnswer()),
        );
    }

    private function open(ConnectionInterface $server, string $head): void
    {
        if ($this->isOver) {
            $server->close();

            return;
        }
        $this->server = $server;
        $server->on('drain', fn() => $this->client->resume());
        $server->pipe($this->client);
        $server->on('close', fn() => $this->client->end());
        $server->write($head);
        $this->client->resume();
        $this->send();
    }

    /** What has come of the body, and no byte beyond what the head says. */
    private function send(): void
    {
        $piece = substr($this->held, 0, $this->bodyLeft);
        $this->held = '';
        $this->bodyLeft -= strlen($piece);
        if ($this->bodyLeft === 0) {
            $this->stopClock();
        }
        if ($piece !== '' && $this->server?->write($piece) === false) {
            $this->client->pause();
        }
    }

    private function refuse(NotLetIn $refusal): void
    {
        $this->isOver = true;
        $this->held = '';
        $this->stopClock();
        // Once an answer is under way nothing else can be said.
        $this->server === null ? $this->client->end($refusal->response()) : $this->client->close();
    }

    private function leave(): void
    {
        $this->isOver = true;
        $this->stopClock();
        $this->server?->close();
    }

    private function stopClock(): void
    {
        $this->clock === null || $this->loop->cancelTimer($this->clock);
        $this->clock = null;
    }
}
