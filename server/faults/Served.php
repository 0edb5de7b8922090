<?php

declare(strict_types=1);

namespace WetCradle\Server\Faults;

/** A server of its own, with a nursery of its own, that can be killed and started again; and one person who works with it. */
final class Served
{
    /** @var ?resource */
    private $process;
    private \CurlHandle $curl;

    public function __construct(public readonly string $var, private readonly int $port)
    {
        $this->curl = curl_init();
        curl_setopt_array($this->curl, [CURLOPT_RETURNTRANSFER => true, CURLOPT_COOKIEFILE => '', CURLOPT_TIMEOUT => 30]);
    }

    public function database(): \PDO
    {
        return new \PDO('sqlite:'.$this->var.'/cradle.sqlite', options: [\PDO::ATTR_ERRMODE => \PDO::ERRMODE_EXCEPTION, \PDO::ATTR_TIMEOUT => 20]);
    }

    /** @param ?int $mostKilobytes that one file may have, as on a disk that is full */
    public function start(?int $mostKilobytes = null): void
    {
        $root = dirname(__DIR__);
        $limit = $mostKilobytes === null ? '' : "trap '' XFSZ; ulimit -f {$mostKilobytes}; ";
        $command = $limit.'exec php -d opcache.enable=1 -d zlib.output_compression=0 -S 127.0.0.1:'.$this->port.' -t '.escapeshellarg("{$root}/public").' '
            .escapeshellarg("{$root}/public/router.php");
        $this->process = proc_open(['setsid', 'bash', '-c', $command], [['file', '/dev/null', 'r'], ['file', '/dev/null', 'w'], ['file', '/dev/null', 'w']], $pipes, null, [
            'CRADLE_VAR' => $this->var, 'CRADLE_TODAY' => '2027-05-12', 'PATH' => (string) getenv('PATH'), 'PHP_CLI_SERVER_WORKERS' => '3',
        ]) ?: throw new \RuntimeException('The server does not start.');
        for ($i = 0; $i < 400; ++$i) {
            $there = @fsockopen('127.0.0.1', $this->port, $no, $why, 1.0);
            if ($there !== false) {
                fclose($there);

                return;
            }
            usleep(25_000);
        }
        throw new \RuntimeException('The server does not answer.');
    }

    /** As when the plug is pulled: no worker ends what it is at. */
    public function kill(): void
    {
        if ($this->process === null) {
            return;
        }
        $group = proc_get_status($this->process)['pid'];
        posix_kill(-$group, SIGKILL);
        proc_close($this->process);
        $this->process = null;
        // The workers hold the port for a moment longer.
        for ($i = 0; $i < 200; ++$i) {
            $there = @fsockopen('127.0.0.1', $this->port, $no, $why, 0.2);
            if ($there === false) {
                return;
            }
            fclose($there);
            usleep(10_000);
        }
    }

    public function signIn(): void
    {
        if ($this->send('POST', '/api/sign-in', ['signIn' => 'ines', 'password' => 'wet-cradle-demo']) !== 200) {
            throw new \RuntimeException('Nobody can sign in.');
        }
    }

    /**
     * @param array<string, mixed> $body
     *
     * @return int the status, 0 where no answer came
     */
    public function send(string $method, string $path, array $body = [], ?string $key = null): int
    {
        $this->prepare($method, $path, $body, $key);
        curl_exec($this->curl);

        return curl_getinfo($this->curl, CURLINFO_RESPONSE_CODE);
    }

    /**
     * Sends, and pulls the plug so many microseconds later.
     *
     * @param array<string, mixed> $body
     */
    public function sendAndKill(string $path, array $body, string $key, int $after): int
    {
        $this->prepare('POST', $path, $body, $key);
        $many = curl_multi_init();
        curl_multi_add_handle($many, $this->curl);
        $until = microtime(true) + $after / 1e6;
        do {
            curl_multi_exec($many, $running);
            usleep(200);
        } while ($running > 0 && microtime(true) < $until);
        $status = $running > 0 ? 0 : curl_getinfo($this->curl, CURLINFO_RESPONSE_CODE);
        $this->kill();
        curl_multi_remove_handle($many, $this->curl);
        curl_multi_close($many);

        return $status;
    }

    /** @param array<string, mixed> $body */
    private function prepare(string $method, string $path, array $body, ?string $key): void
    {
        curl_setopt_array($this->curl, [
            CURLOPT_URL => "http://127.0.0.1:{$this->port}{$path}", CURLOPT_CUSTOMREQUEST => $method,
            CURLOPT_POSTFIELDS => $method === 'GET' ? '' : json_encode((object) $body, JSON_THROW_ON_ERROR),
            CURLOPT_HTTPHEADER => ['Content-Type: application/json', 'Connection: close', ...$key === null ? [] : ["Idempotency-Key: {$key}"]],
        ]);
    }

    /** @return array{int, string} what a command of the application ends with, and says */
    public function console(string $command, string $before = ''): array
    {
        $env = 'CRADLE_VAR='.escapeshellarg($this->var).' CRADLE_TODAY=2027-05-12';
        exec("bash -c ".escapeshellarg("{$before} {$env} php ".escapeshellarg(dirname(__DIR__).'/bin/console')." {$command} 2>&1"), $said, $status);

        return [$status, implode("\n", $said)];
    }
}
