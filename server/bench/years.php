<?php

declare(strict_types=1);

use Symfony\Component\HttpFoundation\Request;
use WetCradle\Server\Kernel;

// Run by bin/bench, with the addresses of a server that has the demo with ten years behind it, sixty times as much, and of one that
// has a sixth of that, with the folder of the second; and with CRADLE_VAR of the first: how long a read of each room takes, by how much it grows, and what it needs.
require __DIR__.'/rows.php';
require dirname(__DIR__).'/config/bootstrap.php';

/** Milliseconds within which a room must answer in 19 of 20 reads, and in all; within which plants are traced; and within which results are told. */
const GOAL = 150.0;
const NEVER_OVER = 400.0;
const TRACED = 300.0;
const TOLD = 400.0;
/** How many times longer a read may take with sixty times the demo than with ten times. */
const GROWTH = 2.0;
/** Megabytes that a read may take. */
const MEGABYTES = 32.0;
const PART = 'Reads on ten years';
const TIMES = 20;
const OVER = 'wanted?season=2025';

[, $large, $small, $ofSmall] = $argv + [1 => 'http://127.0.0.1:8080', 2 => 'http://127.0.0.1:8081', 3 => '/tmp'];

/** @return list<string> what each room asks for: first what shows only what is open, then what shows all that ever was */
function reads(Closure $send): array
{
    $session = json_decode($send('GET', '/api/session'), true);
    $batches = json_decode($send('GET', '/api/batches'), true)['batches'];
    $blocks = array_count_values(array_column($batches, 'block'));
    arsort($blocks);
    $orders = json_decode($send('GET', '/api/wanted?season=2025'), true)['wanted'];
    $sent = array_values(array_filter($orders, static fn (array $one) => $one['sent'] !== []))[0];
    $slug = $batches[0]['cropSlug'];

    return [
        'rail', 'day?week='.$session['week'], 'bench?week='.$session['week'], 'bench/work', 'wanted', 'stock?week='.$session['week'], 'licences',
        'season', 'plan', 'plan/shopping', 'plan/even', 'plan/chances', 'potting', 'lots', 'round', 'day-sheet?day='.$session['today'],
        'take-sheets?day='.$session['today'], 'mist/programmes', 'mist/heat', 'alarms',
        // From here on with what is over.
        OVER, 'find?q=hebe', 'papers', 'crops', 'crops/'.$slug,
        // As the shelves ask for them: a year back.
        'batches?since='.(new DateTimeImmutable($session['today']))->modify('-1 year')->format('Y-m-d'),
        "results/rates/{$slug}?by=block", 'results/costs', 'trials', 'results/days', 'results/drift', "results/drift/{$slug}",
        "results/outcomes/{$slug}", 'results/promises', 'results/season',
        'trace/block/'.array_key_first($blocks), 'trace/batch/'.$batches[0]['code'], 'trace/lot/'.$sent['sent'][0]['lot'], 'trace/order/'.$sent['id'],
    ];
}

/** @return list<float> seconds, each right after a write */
function read(Closure $send, string $read, Closure $written): array
{
    return timed(static fn () => $send('GET', "/api/{$read}"), TIMES, $written);
}

/** Megabytes that one read takes, of a process that has answered another. */
function megabytes(string $read): float
{
    static $cookies = [];
    $handled = static function (string $method, string $path, string $body = '') use (&$cookies): void {
        $kernel = new Kernel('prod', false);
        $request = Request::create('http://127.0.0.1'.$path, $method, [], $cookies, [], ['CONTENT_TYPE' => 'application/json'], $body);
        $response = $kernel->handle($request);
        foreach ($response->headers->getCookies() as $cookie) {
            $cookies[$cookie->getName()] = (string) $cookie->getValue();
        }
        $kernel->terminate($request, $response);
        $kernel->shutdown();
        if ($response->getStatusCode() >= 300) {
            throw new RuntimeException("{$method} {$path} answered {$response->getStatusCode()}.");
        }
    };
    if ($cookies === []) {
        $handled('POST', '/api/sign-in', '{"signIn":"ines","password":"wet-cradle-demo"}');
    }
    gc_collect_cycles();
    memory_reset_peak_usage();
    $handled('GET', "/api/{$read}");

    return memory_get_peak_usage() / 1e6;
}

[$send, $sendSmall] = [browser($large), browser($small)];
[$written, $writtenSmall] = [written((string) getenv('CRADLE_VAR')), written($ofSmall)];
$reads = reads($send);
$over = (int) array_search(OVER, $reads, true);
$grown = $longest = [];
// Before anything is said: who has begun to answer can begin no session.
$needed = [];
foreach ($reads as $read) {
    $written();
    $needed[$read] = megabytes($read);
}
foreach ($reads as $i => $read) {
    $size = strlen($send('GET', "/api/{$read}"));
    $seconds = read($send, $read, $written);
    $beside = number_format($size / 1024).' kB';
    if ($i < $over) {
        $less = median(read($sendSmall, $read, $writtenSmall));
        $grown[$read] = median($seconds) / $less;
        $beside .= sprintf(', %s ms with a sixth', spoken(1000 * $less));
    }
    $goal = match (true) {
        str_starts_with($read, 'trace') => TRACED,
        str_starts_with($read, 'results'), $read === 'trials' => TOLD,
        default => GOAL,
    };
    if ($goal === GOAL) {
        $longest[$read] = 1000 * max(0.0, ...$seconds);
    }
    timesRow(PART, $read, $seconds, $goal, $beside.sprintf(', %s MB', spoken($needed[$read])));
}
/** @param array<string, float> $of by the read */
$most = static function (string $what, array $of, string $unit, float $goal): void {
    arsort($of);
    row(PART, $what, (float) current($of), $unit, $goal, (string) key($of));
};
$most('the longest read of a room', $longest, 'ms', NEVER_OVER);
$most('the most that one of them grows by from ten times the demo to sixty', $grown, 'times', GROWTH);
$most('the most memory that one takes', $needed, 'MB', MEGABYTES);
