<?php

declare(strict_types=1);

use App\Serve\Door\NotLetIn;
use App\Serve\Door\RequestHead;
use Symfony\Component\Process\Process;
use Tests\Support\Ports;
use Tests\Support\TestRun;

/*
 * The door before the web server where other devices are answered. 127.0.0.2 is an address of this machine that counts
 * as another device, as only 127.0.0.1 is this machine itself.
 */

beforeEach(function () {
    $folder = TestRun::own() . '/door-' . bin2hex(random_bytes(4));
    mkdir($folder, 0o700, true);
    // Answers with what reached it.
    file_put_contents(
        "{$folder}/echo.php",
        '<?php echo json_encode(["body" => strlen(file_get_contents("php://input")), "method" => ' .
            '$_SERVER["REQUEST_METHOD"], "from" => $_SERVER["HTTP_X_FORWARDED_FOR"] ?? null, "via" => ' .
            '$_SERVER["HTTP_VIA"] ?? null, "cookie" => $_SERVER["HTTP_COOKIE"] ?? null]);',
    );
    $web = Ports::free();
    $this->port = Ports::free();
    $this->web = new Process([PHP_BINARY, '-S', "127.0.0.1:{$web}", "{$folder}/echo.php"], $folder);
    $this->web->start();
    $code = <<<'PHP'
    require $argv[1];
    $loop = React\EventLoop\Loop::get();
    (new App\Serve\Door\Door($loop, $argv[3], ['127.0.0.3'], 1.5))->listen($argv[2]);
    PHP;
    $this->door = new Process([
        PHP_BINARY,
        '-r',
        $code,
        base_path('vendor/autoload.php'),
        "127.0.0.1:{$this->port}",
        "127.0.0.1:{$web}",
    ]);
    $this->door->start();
    foreach ([$web, $this->port] as $port) {
        $end = microtime(true) + 10;
        while (@fsockopen('127.0.0.1', $port) === false && microtime(true) < $end) {
            usleep(20_000);
        }
    }
    $this->open = function (string $address) {
        $from = stream_context_create(['socket' => ['bindto' => "{$address}:0"]]);
        $socket = stream_socket_client("tcp://127.0.0.1:{$this->port}", $no, $why, 5, STREAM_CLIENT_CONNECT, $from);
        stream_set_timeout($socket, 10);

        return $socket;
    };
    /** What is answered to these bytes: status, and the decoded body. */
    $this->say = function (string $address, string $bytes): array {
        $socket = ($this->open)($address);
        @fwrite($socket, $bytes);
        [$head, $body] = explode("\r\n\r\n", (string) stream_get_contents($socket), 2) + [1 => ''];

        return [(int) substr($head, 9, 3), json_decode($body, true)];
    };
});

afterEach(function () {
    $this->door->stop(0);
    $this->web->stop(0);
});

function aRequest(int $bytes, string $more = ''): string
{
    return "POST /x HTTP/1.1\r\nHost: a\r\n{$more}Content-Length: {$bytes}\r\n\r\n" . str_repeat('x', $bytes);
}

it('passes a request on whole, and says from where it comes, whatever it says itself', function () {
    $forged = "X-Forwarded-For: 127.0.0.1\r\nVia: a\r\nCookie: a=b\r\n";
    foreach (['127.0.0.1', '127.0.0.2'] as $address) {
        [$status, $came] = ($this->say)($address, aRequest(60_000, $forged));
        expect($status)
            ->toBe(200)
            ->and($came)
            ->toBe(['body' => 60_000, 'method' => 'POST', 'from' => $address, 'via' => null, 'cookie' => 'a=b']);
    }
    expect(($this->say)('127.0.0.2', "GET /x HTTP/1.1\r\nHost: a\r\n\r\n")[1]['method'])->toBe('GET');
});

it('believes the web servers that are named, and counts their visitors as what they are', function () {
    $passedOn = "X-Forwarded-For: 127.0.0.1, 192.0.2.7\r\n";
    expect(($this->say)('127.0.0.3', aRequest(5, $passedOn))[1]['from'])->toBe('192.0.2.7');
    expect(($this->say)('127.0.0.3', aRequest(70_000, $passedOn))[0])->toBe(413);
    expect(($this->say)('127.0.0.3', aRequest(70_000, "X-Forwarded-For: 127.0.0.1\r\n"))[0])->toBe(200);
});

it('takes a large body from this machine, and from no other device', function () {
    expect(($this->say)('127.0.0.1', aRequest(3 << 20))[1]['body'])->toBe(3 << 20);
    [$status, $came] = ($this->say)('127.0.0.2', aRequest((64 << 10) + 1));
    expect($status)->toBe(413)->and($came['message'])->toContain('no more than a note');
    expect(($this->say)('127.0.0.2', aRequest(64 << 10))[1]['body'])->toBe(64 << 10);
});

it('passes on no byte beyond what the request says', function () {
    $more = str_repeat('x', 2000);
    [$status, $came] = ($this->say)('127.0.0.2', "POST /x HTTP/1.1\r\nContent-Length: 10\r\n\r\n0123456789{$more}");
    expect($status)->toBe(200)->and($came['body'])->toBe(10);
});

it('answers what no browser sends itself', function (string $bytes, int $status) {
    expect(($this->say)('127.0.0.2', $bytes)[0])->toBe($status);
})->with([
    'a body without a length' => ["POST /x HTTP/1.1\r\nTransfer-Encoding: chunked\r\n\r\n0\r\n\r\n", 411],
    'two lengths' => ["POST /x HTTP/1.1\r\nContent-Length: 1\r\nContent-Length: 2\r\n\r\nxx", 400],
    'a length that is none' => ["POST /x HTTP/1.1\r\nContent-Length: -1\r\n\r\n", 400],
    'lines that never end' => ["GET /x HTTP/1.1\r\nA: " . str_repeat('a', 40_000), 431],
    'no request' => ["\x16\x03\x01\r\n\r\n", 400],
    'a line folded' => ["GET /x HTTP/1.1\r\nA: b\r\n c\r\n\r\n", 400],
    'a bare new line in a field' => ["GET /x HTTP/1.1\r\nA: b\nX-Forwarded-For: 127.0.0.1\r\n\r\n", 400],
    'a request that never ends' => ["POST /x HTTP/1.1\r\nContent-Length: 9\r\n\r\nx", 0],
    'half a head' => ['GET /x HTTP/1.1', 408],
]);

it('answers a few requests of one address at once, and others meanwhile', function () {
    $held = array_map(fn() => ($this->open)('127.0.0.2'), range(1, 24));
    expect(($this->say)('127.0.0.2', aRequest(5))[0])->toBe(503);
    expect(($this->say)('127.0.0.4', aRequest(5))[0])->toBe(200);
    expect(($this->say)('127.0.0.1', aRequest(5))[0])->toBe(200);
    array_map(fclose(...), $held);
    $end = microtime(true) + 5;
    do {
        [$status] = ($this->say)('127.0.0.2', aRequest(5));
    } while ($status !== 200 && microtime(true) < $end);
    expect($status)->toBe(200);
});

it('holds little, whatever strangers send', function () {
    $resident = function (): int {
        preg_match('/VmRSS:\s+(\d+)/', (string) file_get_contents("/proc/{$this->door->getPid()}/status"), $found);

        return (int) $found[1];
    };
    ($this->say)('127.0.0.2', aRequest(5));
    $before = $resident();
    foreach (range(1, 20) as $number) {
        $socket = ($this->open)("127.0.0.{$number}");
        @fwrite($socket, $number % 2 === 0 ? aRequest(4 << 20) : "POST /x HTTP/1.1\r\nA: " . str_repeat('a', 4 << 20));
        fclose($socket);
    }
    expect($resident() - $before)->toBeLessThan(12 << 10);
    expect(($this->say)('127.0.0.1', aRequest(5))[0])->toBe(200);
});

it('reads a head as it stands', function () {
    [$head, $rest] = RequestHead::read(
        "PUT /a?b HTTP/1.1\r\nHost: a\r\nConnection: keep-alive\r\nContent-Length: 2\r\n\r\nxyz",
    );
    expect($head->bodyBytes)
        ->toBe(2)
        ->and($rest)
        ->toBe('xyz')
        ->and($head->passedOnFrom())
        ->toBeNull()
        ->and($head->from('192.0.2.7'))
        ->toBe(
            "PUT /a?b HTTP/1.1\r\nHost: a\r\nContent-Length: 2\r\n" .
                "X-Forwarded-For: 192.0.2.7\r\nConnection: close\r\n\r\n",
        );
    expect(fn() => RequestHead::read("GET http://a/ HTTP/1.1\r\n\r\n"))->toThrow(NotLetIn::class);
});
