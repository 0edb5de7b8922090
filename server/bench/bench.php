<?php

declare(strict_types=1);

use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Rates\CropPrior;
use WetCradle\Core\Rates\CropRate;
use WetCradle\Core\Rates\PastBatch;
use WetCradle\Core\Rates\StickCount;

// Run by bin/bench, with the address of a server that has the demo, and with its CRADLE_VAR.
require dirname(__DIR__).'/vendor/autoload.php';
require __DIR__.'/rows.php';
require __DIR__.'/season.php';
require __DIR__.'/house.php';
require __DIR__.'/filling.php';
require __DIR__.'/learning.php';
require __DIR__.'/courses.php';
require __DIR__.'/conditions.php';

const DEMO = 'Reads on the demo';
/** Milliseconds within which a read of the demo is to be answered in 19 of 20. */
const SOON = 60.0;

[, $base] = $argv + [1 => 'http://127.0.0.1:8080'];
$send = browser($base);
$session = json_decode($send('GET', '/api/session'), true);
$batches = json_decode($send('GET', '/api/batches'), true)['batches'];
$first = static fn (string $state): string => current(array_filter($batches, static fn (array $batch) => $batch['state'] === $state))['code'];
[$batch, $planned, $rooting] = [$batches[60]['code'], $first('planned'), $first('rooting')];
$wanted = json_decode($send('GET', '/api/wanted'), true)['wanted'][40]['id'];
$written = written((string) getenv('CRADLE_VAR'));
foreach ([
    'session', 'rail', 'day?week='.$session['week'], 'bench?week='.$session['week'], 'bench/offers?batch='.$planned, 'bench/work',
    'zones/1/season', 'wanted', 'batches', 'batches/'.$batch, 'stock?week='.$session['week'], 'stock/HO-1', 'take-sheets?batches='.$planned,
    'licences', 'season', 'plan', 'plan/even', 'plan/shopping', 'wanted/'.$wanted.'/routes', 'potting', 'potting/fill', 'lots', 'practice', 'round',
    'day-sheet?day='.$session['today'], 'mixes', 'dips', 'batches/'.$rooting.'/curve', 'batches/'.$rooting.'/wait', 'crops',
    'crops/holly-black-gate', 'find?q=hebe', 'mist/programmes', 'mist/heat', 'alarms', 'plan/chances',
] as $read) {
    timesRow(DEMO, $read, timed(static fn () => $send('GET', "/api/{$read}"), 20, $written), SOON);
}
foreach (['rail', 'day?week='.$session['week'], 'bench?week='.$session['week'], 'wanted', 'plan/even', 'potting'] as $read) {
    timesRow('Reads on the demo, where nothing was written meanwhile', $read, timed(static fn () => $send('GET', "/api/{$read}"), 20), SOON);
}
timesRow('Reckonings on the demo', 'a batch proposed', timed(static fn () => $send('POST', "/api/wanted/{$wanted}/proposal", '{}'), 40));
// A drag asks this again and again, each time for another week.
$weeks = 0;
timesRow('Reckonings on the demo', 'a move tried', timed(static function () use ($send, $planned, $session, &$weeks): void {
    $day = (new DateTimeImmutable($session['today']))->modify(sprintf('+%d weeks', ++$weeks % 20))->format('Y-m-d');
    $send('POST', '/api/plan/moves/try', json_encode(['moves' => [['code' => $planned, 'stickOn' => $day]]], JSON_THROW_ON_ERROR));
}, 40));
timesRow('Reckonings on the demo', 'the season drafted anew', timed(static fn () => $send('POST', '/api/plan/draft', '{"anew":true}'), 8));
timesRow('Reckonings on the demo', 'the house filled, one round', timed(static fn () => $send('POST', '/api/bench/fill', '{}'), 8));
believed();
learnt($send, $session['today']);
conditions($base, $send);

mt_srand(5);
$past = [];
for ($i = 0; $i < 60; ++$i) {
    $stuck = mt_rand(80, 900);
    $past[] = PastBatch::of((int) ($stuck * mt_rand(40, 95) / 100), $stuck, 0.8);
}
foreach ([
    'how many to stick for 5,000, three stages' => [50, static fn () => StickCount::forGood(5000, [Beta::of(14, 6), Beta::of(95, 5), Beta::of(97, 3)])->fewestFor(0.9)],
    'courses of 1,500 batches with their places' => [3, static fn () => coursesOf(1500)],
    'a season of 120 orders from nothing' => [5, static fn () => seasonOf(120)],
    'a season of 1,200 orders from nothing' => [2, static fn () => seasonOf(1200)],
    'joint chance of 120 orders' => [5, static fn () => jointChanceOf(120)],
    'joint chance of 1,200 orders' => [2, static fn () => jointChanceOf(1200)],
    'the rate of a crop from 60 batches' => [30, static fn () => CropRate::learn(CropPrior::of(0.7, 10, 20), $past)],
] as $what => [$rounds, $work]) {
    timesRow('The core by itself', $what, timed($work, $rounds));
}
fillings();

// What the first page loads, and what every room together comes to.
$page = (string) file_get_contents(dirname(__DIR__).'/public/app/index.html');
$loaded = $all = 0;
foreach (glob(dirname(__DIR__).'/public/app/assets/*.{js,css}', GLOB_BRACE) ?: [] as $file) {
    $size = strlen((string) gzencode((string) file_get_contents($file), 9)) / 1024;
    $all += $size;
    $loaded += str_contains($page, basename($file)) ? $size : 0;
}
row('The app', 'fetched with the first page, packed', round($loaded), 'kB');
row('The app', 'every room together, packed', round($all), 'kB');
