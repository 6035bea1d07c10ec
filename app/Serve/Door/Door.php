<?php

declare(strict_types=1);

namespace App\Serve\Door;

use React\EventLoop\LoopInterface;
use React\Socket\ConnectionInterface;
use React\Socket\SocketServer;
use React\Socket\TcpConnector;

/**
 * Stands before the web server where other devices of the network are answered. The web server holds a body before
 * anybody looks at it; the door counts it, and passes on only what may come. It says from where a request comes.
 */
final class Door
{
    private const MOST_CONNECTIONS = 200;

    private const MOST_OF_ONE_ADDRESS = 24;

    private const PATIENCE_SECONDS = 20.0;

    private const HERE = ['127.0.0.1', '::1'];

    /** @var array<string, int> open connections by address */
    private array $open = [];

    private readonly TcpConnector $connector;

    /**
     * @param  string  $to  the web server, as "127.0.0.1:8700"
     * @param  list<string>  $proxies  addresses that are believed when they say from where they pass a request on
     * @param  float  $patienceSeconds  for a request to come whole
     */
    public function __construct(
        private readonly LoopInterface $loop,
        private readonly string $to,
        private readonly array $proxies,
        private readonly float $patienceSeconds = self::PATIENCE_SECONDS,
    ) {
        $this->connector = new TcpConnector($loop);
    }

    /**
     * @param  string  $address  "0.0.0.0:8650"; port 0 takes any free one
     * @return int the port
     */
    public function listen(string $address): int
    {
        $server = new SocketServer("tcp://{$address}", [], $this->loop);
        $server->on('connection', $this->knock(...));

        return (int) parse_url((string) $server->getAddress(), PHP_URL_PORT);
    }

    private function knock(ConnectionInterface $client): void
    {
        $host = parse_url((string) $client->getRemoteAddress(), PHP_URL_HOST);
        // An address of version 6 stands in brackets there.
        $address = trim((string) $host, '[]');
        if ($this->isFullFor($address)) {
            $client->end(NotLetIn::tooMany()->response());

            return;
        }
        $this->open[$address] = ($this->open[$address] ?? 0) + 1;
        $client->on('close', function () use ($address): void {
            $this->open[$address]--;
            if ($this->open[$address] === 0) {
                unset($this->open[$address]);
            }
        });
        $visit = new Visit(
            $this->loop,
            $client,
            $address,
            in_array($address, $this->proxies, true),
            $this->patienceSeconds,
        );
        $visit->passOnTo(fn() => $this->connector->connect("tcp://{$this->to}"));
    }

    private function isFullFor(string $address): bool
    {
        $ofIt = $this->open[$address] ?? 0;
        $isMany = $ofIt >= self::MOST_OF_ONE_ADDRESS || array_sum($this->open) >= self::MOST_CONNECTIONS;

        return $isMany && !self::isHere($address);
    }

    /** Whether an address is this machine itself. */
    public static function isHere(string $address): bool
    {
        return in_array($address, self::HERE, true);
    }
}
