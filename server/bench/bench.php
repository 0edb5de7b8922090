<?php

declare(strict_types=1);

use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Rates\CropPrior;
use WetCradle\Core\Rates\CropRate;
use WetCradle\Core\Rates\PastBatch;
use WetCradle\Core\Rates\StickCount;

// Run by bin/bench, with the address of a server that has the demo.
require dirname(__DIR__).'/vendor/autoload.php';
require __DIR__.'/season.php';
require __DIR__.'/house.php';
require __DIR__.'/filling.php';
require __DIR__.'/learning.php';
require __DIR__.'/courses.php';
require __DIR__.'/conditions.php';

/**
 * @param list<float> $times in seconds
 *
 * @return array{medianMs: float, p95Ms: float}
 */
function summed(array $times): array
{
    sort($times);

    return ['medianMs' => round(1000 * $times[intdiv(count($times), 2)], 2), 'p95Ms' => round(1000 * $times[(int) ceil(0.95 * count($times)) - 1], 2)];
}

/** @return array{medianMs: float, p95Ms: float} */
function timed(callable $work, int $rounds): array
{
    $work();
    $times = [];
    for ($i = 0; $i < $rounds; ++$i) {
        $start = hrtime(true);
        $work();
        $times[] = (hrtime(true) - $start) / 1e9;
    }

    return summed($times);
}

/** @return Closure(string, string, ?string): string */
function browser(string $base): Closure
{
    $curl = curl_init();
    curl_setopt_array($curl, [CURLOPT_RETURNTRANSFER => true, CURLOPT_COOKIEFILE => '', CURLOPT_HTTPHEADER => ['Content-Type: application/json']]);

    return static function (string $method, string $path, ?string $body = null) use ($curl, $base): string {
        curl_setopt_array($curl, [CURLOPT_URL => $base.$path ?: '/', CURLOPT_CUSTOMREQUEST => $method ?: 'GET', CURLOPT_POSTFIELDS => $body ?? '']);
        $answer = curl_exec($curl);
        $status = curl_getinfo($curl, CURLINFO_RESPONSE_CODE);
        if (!is_string($answer) || $status >= 300) {
            throw new RuntimeException("{$method} {$path} answered {$status}.");
        }

        return $answer;
    };
}

$send = browser($argv[1] ?? 'http://127.0.0.1:8080');
$send('POST', '/api/sign-in', '{"signIn":"ines","password":"wet-cradle-demo"}');
$session = json_decode($send('GET', '/api/session', null), true);
$batch = json_decode($send('GET', '/api/batches', null), true)['batches'][60]['code'];
$planned = current(array_filter(json_decode($send('GET', '/api/batches', null), true)['batches'], static fn (array $b) => $b['state'] === 'planned'))['code'];
$rooting = current(array_filter(json_decode($send('GET', '/api/batches', null), true)['batches'], static fn (array $b) => $b['state'] === 'rooting'))['code'];
$wanted = json_decode($send('GET', '/api/wanted', null), true)['wanted'][40]['id'];

$reads = [];
foreach ([
    '/api/session', '/api/rail', '/api/day?week='.$session['week'], '/api/bench?week='.$session['week'], '/api/bench/offers?batch='.$planned,
    '/api/bench/work', '/api/zones/1/season', '/api/wanted', '/api/batches', '/api/batches/'.$batch, '/api/stock?week='.$session['week'],
    '/api/stock/HO-1', '/api/take-sheets?batches='.$planned, '/api/licences', '/api/season', '/api/plan', '/api/plan/even',
    '/api/plan/shopping', '/api/wanted/'.$wanted.'/routes', '/api/potting', '/api/potting/fill', '/api/lots', '/api/practice', '/api/round',
    '/api/day-sheet?day='.$session['today'], '/api/mixes', '/api/dips', '/api/batches/'.$rooting.'/curve', '/api/batches/'.$rooting.'/wait',
    '/api/crops', '/api/crops/holly-black-gate', '/api/find?q=hebe', '/api/mist/programmes', '/api/mist/heat', '/api/alarms',
] as $path) {
    $reads['GET '.$path] = timed(static fn () => $send('GET', $path, null), 20);
}
$reads["POST /api/wanted/{$wanted}/proposal"] = timed(static fn () => $send('POST', "/api/wanted/{$wanted}/proposal", '{}'), 40);

// A drag asks this again and again, each time for another week.
$weeks = 0;
$reads['POST /api/plan/moves/try'] = timed(static function () use ($send, $planned, $session, &$weeks): void {
    $day = (new DateTimeImmutable($session['today']))->modify(sprintf('+%d weeks', ++$weeks % 20))->format('Y-m-d');
    $send('POST', '/api/plan/moves/try', json_encode(['moves' => [['code' => $planned, 'stickOn' => $day]]], JSON_THROW_ON_ERROR));
}, 40);
$reads['POST /api/plan/draft, the demo season anew'] = timed(static fn () => $send('POST', '/api/plan/draft', '{"anew":true}'), 8);
$reads['POST /api/bench/fill, one round'] = timed(static fn () => $send('POST', '/api/bench/fill', '{}'), 8);
$reads['GET /api/plan/chances'] = timed(static fn () => $send('GET', '/api/plan/chances', null), 8);

$learnt = ['what is believed of those rooting' => believed()] + learnt($send, $session['today']);

mt_srand(5);
$past = [];
for ($i = 0; $i < 60; ++$i) {
    $stuck = mt_rand(80, 900);
    $past[] = PastBatch::of((int) ($stuck * mt_rand(40, 95) / 100), $stuck, 0.8);
}
// What the first page loads, and what every room together comes to.
$first = (string) file_get_contents(dirname(__DIR__).'/public/app/index.html');
$firstPage = $all = 0;
foreach (glob(dirname(__DIR__).'/public/app/assets/*.{js,css}', GLOB_BRACE) ?: [] as $file) {
    $size = strlen((string) gzencode((string) file_get_contents($file), 9));
    $all += $size;
    $firstPage += str_contains($first, basename($file)) ? $size : 0;
}

echo json_encode([
    'reads' => $reads,
    'learning' => $learnt,
    'mist and conditions' => conditions($argv[1] ?? 'http://127.0.0.1:8080', $send),
    'core' => [
        'stick_count 5000 wanted, three stages' => timed(
            static fn () => StickCount::forGood(5000, [Beta::of(14, 6), Beta::of(95, 5), Beta::of(97, 3)])->fewestFor(0.9),
            50,
        ),
        'courses of 1500 batches with their places' => timed(static fn () => coursesOf(1500), 3),
        'a season of 120 orders from nothing' => timed(static fn () => seasonOf(120), 5),
        'a season of 1200 orders from nothing' => timed(static fn () => seasonOf(1200), 2),
        'joint chance of 120 orders' => timed(static fn () => jointChanceOf(120), 5),
        'joint chance of 1200 orders' => timed(static fn () => jointChanceOf(1200), 2),
        'crop_rate 60 batches' => timed(static fn () => CropRate::learn(CropPrior::of(0.7, 10, 20), $past), 30),
    ],
    'filling' => fillings(),
    'bundle' => ['firstPageGzipKb' => round($firstPage / 1024, 1), 'allRoomsGzipKb' => round($all / 1024, 1)],
], JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR), "\n";
