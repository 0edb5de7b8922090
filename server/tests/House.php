<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests;

use Doctrine\DBAL\Connection;
use Doctrine\Persistence\ConnectionRegistry;
use PHPUnit\Framework\TestCase;
use Psr\Cache\CacheItemPoolInterface;
use Psr\Container\ContainerInterface;
use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Component\Console\Input\ArrayInput;
use Symfony\Component\Console\Output\BufferedOutput;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Contracts\Cache\CacheInterface;
use WetCradle\Server\Kernel;
use WetCradle\Server\Nursery\Words;
use WetCradle\Server\Rates\CropHistory;

/** A test that talks to the application as a browser would, on a fresh copy of the made-up nursery. */
abstract class House extends TestCase
{
    protected const DEMO = true;
    protected const PASSWORD = 'wet-cradle-demo';

    /** @var array<string, string> */
    private array $cookies = [];
    /** Off where the same kinds of answers were held to the contract by others already, and there are many. */
    protected bool $isHeldToContract = true;
    private static int $visits = 0;
    private string $address = '';
    /** On where writes are sent a second time, as by a browser that did not get the answer: of each kind, the first few. */
    protected bool $isSentTwice = false;
    private const SENT_TWICE = 3;
    private int $sent = 0;
    /** @var array<string, int> writes of each kind */
    private array $kinds = [];
    private ?Kernel $reading = null;
    /** @var ?callable */
    private $handler;

    protected function setUp(): void
    {
        $this->handler = self::handler();
        $this->cookies = [];
        // Tries to sign in are counted by address; each test comes from its own.
        $this->address = sprintf('127.1.%d.%d', intdiv(++self::$visits, 250), 1 + self::$visits % 250);
        self::database(static::DEMO);
        // Another test may have left copies: how old the newest is, is said to every propagator.
        if (is_dir(Kernel::varDir().'/copies')) {
            exec('rm -rf '.escapeshellarg(Kernel::varDir().'/copies'));
        }
    }

    protected function tearDown(): void
    {
        $this->reading?->shutdown();
        // Each kernel lays its own exception handler on the pile.
        while (self::handler() !== $this->handler && self::handler() !== null) {
            restore_exception_handler();
        }
    }

    private static function handler(): ?callable
    {
        $handler = set_exception_handler(null);
        restore_exception_handler();

        return $handler;
    }

    /** Lays a new database: empty but for its tables, or with the made-up nursery, each built once a run, or before it. */
    private static function database(bool $demo): void
    {
        $live = Kernel::varDir().'/cradle.sqlite';
        $kept = Kernel::varDir().($demo ? '/demo.sqlite' : '/empty.sqlite');
        foreach (['', '-wal', '-shm'] as $tail) {
            @unlink($live.$tail);
        }
        $built = (string) getenv('CRADLE_BUILT_DEMO');
        if ($demo && !is_file($kept) && $built !== '') {
            copy($built, $kept);
        }
        if (!is_file($kept)) {
            foreach (['cradle:migrate', ...($demo ? ['cradle:demo'] : [])] as $command) {
                $said = self::console($command);
                if (!str_starts_with($said, '0 ')) {
                    throw new \RuntimeException("{$command} did not work: {$said}");
                }
            }
            $pdo = new \PDO('sqlite:'.$live);
            $pdo->exec('PRAGMA wal_checkpoint(TRUNCATE)');
            $pdo = null;
            copy($live, $kept);

            return;
        }
        copy($kept, $live);
        self::forgetRates();
    }

    /** As when a copy is put back: what was learnt in a nursery that is no more is forgotten. */
    protected static function forgetRates(): void
    {
        $kernel = new Kernel('test', false);
        $kernel->boot();
        $cache = $kernel->getContainer()->get('cache.app');
        assert($cache instanceof CacheInterface);
        $cache->delete(CropHistory::KEPT);
        // So that each test sees what is reckoned, and not what another was answered.
        $services = $kernel->getContainer()->get('test.service_container');
        assert($services instanceof ContainerInterface);
        $answers = $services->get('answers');
        assert($answers instanceof CacheItemPoolInterface);
        $answers->clear();
        $kernel->shutdown();
    }

    /** @param array<string, mixed> $arguments */
    protected static function console(string $command, array $arguments = [], ?string $stdin = null): string
    {
        $kernel = new Kernel('test', false);
        $application = new Application($kernel);
        $application->setAutoExit(false);
        $input = new ArrayInput(['command' => $command] + $arguments);
        if ($stdin !== null) {
            $stream = fopen('php://memory', 'r+');
            assert($stream !== false);
            fwrite($stream, $stdin);
            rewind($stream);
            $input->setStream($stream);
        }
        $output = new BufferedOutput();
        $status = $application->run($input, $output);
        $kernel->shutdown();

        return $status.' '.trim($output->fetch());
    }

    /**
     * What the browser keeps, or what another one had kept.
     *
     * @param ?array<string, string> $another
     *
     * @return array<string, string>
     */
    protected function cookies(?array $another = null): array
    {
        return $this->cookies = $another ?? $this->cookies;
    }

    protected function signIn(string $who = 'ines'): void
    {
        self::assertSame(200, $this->send('POST', '/api/sign-in', ['signIn' => $who, 'password' => self::PASSWORD])->getStatusCode());
    }

    /**
     * Sends one request; whatever comes back must be what the contract says.
     *
     * @param array<string, mixed>|string|null $body
     * @param array<string, string>            $headers
     */
    protected function send(string $method, string $path, array|string|null $body = null, array $headers = ['CONTENT_TYPE' => 'application/json']): Response
    {
        $server = ['HTTP_HOST' => 'cradle.test', 'REMOTE_ADDR' => $this->address] + $headers;
        // A look of the round has a key of its own, and says that it was kept before.
        if ($this->isSentTwice && $method !== 'GET' && !isset($headers['HTTP_IDEMPOTENCY_KEY']) && !str_ends_with($path, 'round/looks')) {
            $headers['HTTP_IDEMPOTENCY_KEY'] = sprintf('sent-%06d', ++$this->sent);
            $first = $this->send($method, $path, $body, $headers);
            $kind = $method.' '.preg_replace('#/[A-Z]{3}-\d+|/\d+#', '/…', (string) parse_url($path, PHP_URL_PATH));
            $this->kinds[$kind] = ($this->kinds[$kind] ?? 0) + ($first->getStatusCode() < 300 ? 1 : 0);
            $again = $first->getStatusCode() < 300 && $this->kinds[$kind] <= self::SENT_TWICE ? $this->send($method, $path, $body, $headers) : $first;
            self::assertSame([$first->getStatusCode(), $first->getContent()], [$again->getStatusCode(), $again->getContent()], "{$method} {$path} sent again");

            return $first;
        }
        $request = Request::create(
            'http://cradle.test'.$path,
            $method,
            [],
            $this->cookies,
            [],
            $server,
            is_array($body) ? json_encode((object) $body, JSON_THROW_ON_ERROR) : $body,
        );
        $kernel = new Kernel('test', false);
        $response = $kernel->handle($request);
        foreach ($response->headers->getCookies() as $cookie) {
            $this->cookies[$cookie->getName()] = (string) $cookie->getValue();
        }
        $kernel->terminate($request, $response);
        $kernel->shutdown();
        if ($response->getStatusCode() === 500) {
            self::fail("{$method} {$path} failed: ".substr((string) shell_exec('tail -n 1 '.escapeshellarg(Kernel::varDir()).'/log/*.log'), 0, 900));
        }
        if ($this->isHeldToContract && str_starts_with($path, '/api')) {
            $address = (string) parse_url($path, PHP_URL_PATH);
            Contract::mustHold($method, $address, $response);
            if ($response->getStatusCode() < 300 && $method !== 'GET' && ($headers['CONTENT_TYPE'] ?? '') === 'application/json') {
                Contract::mustAllow($method, $address, $request->getContent());
            }
        }

        return $response;
    }

    /**
     * What is sent of batches, with the versions that somebody sees who looks now.
     *
     * @param list<array<string, mixed>> $ofBatches each with a `code`
     *
     * @return list<array<string, mixed>>
     */
    protected function seen(array $ofBatches): array
    {
        return array_map(
            fn (array $one) => $one + ['version' => (int) ($this->db()->fetchOne(
                'SELECT version FROM batch WHERE code = :code UNION ALL SELECT version FROM pot_lot WHERE code = :code',
                ['code' => $one['code']],
            ) ?: 1)],
            $ofBatches,
        );
    }

    /**
     * @param array<string, mixed>|null $body
     *
     * @return array<string, mixed> the answer to a request that must succeed
     */
    protected function ask(string $method, string $path, ?array $body = null): array
    {
        $response = $this->send($method, $path, $body);
        self::assertLessThan(300, $response->getStatusCode(), (string) $response->getContent());

        return (array) json_decode((string) $response->getContent(), true, 512, JSON_THROW_ON_ERROR);
    }

    /**
     * Plans a draft as it is now: of these orders, or of all of them anew.
     *
     * @param array{orders?: list<int>, anew?: true} $what
     *
     * @return array<string, mixed>
     */
    protected function keepDraft(array $what): array
    {
        $seen = $this->ask('POST', '/api/plan/draft', isset($what['anew']) ? ['anew' => true] : [])['seen'];

        return $this->ask('POST', '/api/plan/draft/keep', $what + ['seen' => $seen]);
    }

    /**
     * @param array<string, mixed>|string|null $body
     *
     * @return array{code: string, field: string, message: string, label?: string, theirs?: array<string, mixed>} what a request that must fail is told
     */
    protected function refused(int $status, string $method, string $path, array|string|null $body = null): array
    {
        $response = $this->send($method, $path, $body);
        self::assertSame($status, $response->getStatusCode(), (string) $response->getContent());

        return json_decode((string) $response->getContent(), true, 512, JSON_THROW_ON_ERROR)['error'];
    }

    /**
     * A sheet from a built-in pattern.
     *
     * @param array<string, mixed> $says entries that differ
     *
     * @return array<string, mixed>
     */
    protected function sheet(array $says = [], string $pattern = 'soft_tip'): array
    {
        return array_replace(array_column($this->ask('GET', '/api/patterns')['patterns'], 'sheet', 'pattern')[$pattern], $says);
    }

    protected function cookie(): string
    {
        return $this->cookies['cradle'] ?? $this->cookies['MOCKSESSID'] ?? '';
    }

    /** Tries something, and puts the nursery back as it was before. */
    protected function putBack(callable $try): void
    {
        $this->stopReading();
        $live = Kernel::varDir().'/cradle.sqlite';
        $files = array_filter([$live, $live.'-wal', $live.'-shm'], is_file(...));
        array_map(static fn (string $file) => copy($file, $file.'.before'), $files);
        try {
            $try();
        } finally {
            $this->stopReading();
            array_map(static fn (string $tail) => @unlink($live.$tail), ['', '-wal', '-shm']);
            array_map(static fn (string $file) => rename($file.'.before', $file), $files);
        }
    }

    private function stopReading(): void
    {
        $this->reading?->shutdown();
        $this->reading = null;
    }

    private function booted(): Kernel
    {
        if ($this->reading === null) {
            $this->reading = new Kernel('test', false);
            $this->reading->boot();
        }

        return $this->reading;
    }

    /** What a fact says to this nursery. */
    protected function words(): Words
    {
        return $this->service(Words::class);
    }

    /**
     * A part of the application, for what no request can ask of it.
     *
     * @template T of object
     *
     * @param class-string<T> $class
     *
     * @return T
     */
    protected function service(string $class): object
    {
        $services = $this->booted()->getContainer()->get('test.service_container');
        assert($services instanceof ContainerInterface);
        $service = $services->get($class);
        assert($service instanceof $class);

        return $service;
    }

    /** The database as the application sees it, for looking at what was kept. */
    protected function db(): Connection
    {
        $doctrine = $this->booted()->getContainer()->get('doctrine');
        assert($doctrine instanceof ConnectionRegistry);
        $connection = $doctrine->getConnection();
        assert($connection instanceof Connection);

        return $connection;
    }

    /** A sum over every table, to show that a refused request left nothing behind. */
    protected function rows(): string
    {
        $counts = [];
        foreach ([
            'account', 'wanted', 'batch', 'line', 'act', 'entry', 'root_check', 'customer', 'crop', 'way', 'way_sheet', 'sign_seen',
            'stock_block', 'zone', 'change_note',
        ] as $table) {
            $counts[] = $table.' '.$this->db()->fetchOne('SELECT count(*) FROM '.$table);
        }

        return implode(', ', $counts).', '.$this->db()->fetchOne('SELECT batches_numbered FROM nursery');
    }
}
