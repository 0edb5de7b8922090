<?php

declare(strict_types=1);

require __DIR__.'/rows.php';

// Run by bin/bench, with the address of a server that has the demo with ten years behind it: thirty people who read and five who
// write for a minute, each some seconds after their last answer, as people do.

const READERS = 30;
const WRITERS = 5;
const SECONDS = 60.0;
/** Seconds between an answer and the next question of the same person, from and to. */
const PAUSE = [2.0, 8.0];
/** Milliseconds within which 19 of 20 answers are to be there. */
const GOAL = 400.0;

[, $base] = $argv + [1 => 'http://127.0.0.1:8080'];
mt_srand(20270512);
$cookies = [];
$signIn = static function (string $who) use ($base, &$cookies): string {
    if (isset($cookies[$who])) {
        return $cookies[$who];
    }
    $curl = curl_init($base.'/api/sign-in');
    curl_setopt_array($curl, [
        CURLOPT_RETURNTRANSFER => true, CURLOPT_HEADER => true, CURLOPT_HTTPHEADER => ['Content-Type: application/json'],
        CURLOPT_POSTFIELDS => json_encode(['signIn' => $who, 'password' => 'wet-cradle-demo'], JSON_THROW_ON_ERROR),
    ]);
    $said = (string) curl_exec($curl);
    if (preg_match('/^Set-Cookie: (cradle=[^;]+)/mi', $said, $found) !== 1) {
        throw new RuntimeException("{$who} cannot sign in.");
    }

    return $cookies[$who] = $found[1];
};
// A key that was sent in an earlier run would be answered as it was then.
$run = bin2hex(random_bytes(4));
/** How many orders of those that are written here there are. */
$there = static function () use ($base, $signIn, $run): int {
    $curl = curl_init($base.'/api/wanted');
    curl_setopt_array($curl, [CURLOPT_RETURNTRANSFER => true, CURLOPT_COOKIE => $signIn('ines'), CURLOPT_ENCODING => '']);

    return count(array_filter(
        json_decode((string) curl_exec($curl), true, 512, JSON_THROW_ON_ERROR)['wanted'],
        static fn (array $order) => $order['note'] === "Written in {$run}",
    ));
};
$week = json_decode((string) file_get_contents($base.'/api/session'), true)['week'];
$rooms = [
    "day?week={$week}", "bench?week={$week}", 'bench/work', 'wanted', "stock?week={$week}", 'crops', 'potting', 'lots', 'round', 'season', 'rail',
    'mist/programmes', 'find?q=hebe', 'day-sheet', 'licences',
];
$people = [];
for ($i = 0; $i < READERS + WRITERS; ++$i) {
    $isWriter = $i >= READERS;
    $people[] = [
        'cookie' => $signIn($isWriter ? ['ines', 'office'][$i % 2] : ['ines', 'bo', 'office', 'visitor'][$i % 4]), 'writes' => $isWriter,
        // Nobody begins at the same moment as another.
        'at' => microtime(true) + PAUSE[1] * mt_rand() / mt_getrandmax(), 'room' => mt_rand(0, count($rooms) - 1), 'begun' => 0.0,
    ];
}
$multi = curl_multi_init();
$ends = microtime(true) + SECONDS;
$took = ['read' => [], 'write' => []];
$errors = [];
$written = $under = 0;
$busy = [];
while (microtime(true) < $ends || $busy !== []) {
    foreach ($people as $i => $one) {
        if (isset($busy[$i]) || microtime(true) < $one['at'] || microtime(true) > $ends) {
            continue;
        }
        $curl = curl_init($one['writes'] ? $base.'/api/wanted' : $base.'/api/'.$rooms[$people[$i]['room'] = ($one['room'] + 1) % count($rooms)]);
        $headers = ['Content-Type: application/json'];
        if ($one['writes']) {
            ++$under;
            $headers[] = "Idempotency-Key: crowd-{$run}-{$under}";
            curl_setopt($curl, CURLOPT_POSTFIELDS, json_encode([
                'crop' => 'mint-cellar', 'plants' => 40 + $under, 'pot' => 1, 'readyWeek' => '2028-W30', 'priority' => 'nice', 'note' => "Written in {$run}",
            ], JSON_THROW_ON_ERROR));
        }
        curl_setopt_array($curl, [CURLOPT_RETURNTRANSFER => true, CURLOPT_HTTPHEADER => $headers, CURLOPT_COOKIE => $one['cookie'], CURLOPT_ENCODING => '', CURLOPT_TIMEOUT => 60]);
        curl_multi_add_handle($multi, $curl);
        $people[$i]['begun'] = microtime(true);
        $busy[$i] = $curl;
    }
    curl_multi_exec($multi, $running);
    curl_multi_select($multi, 0.02);
    while ($done = curl_multi_info_read($multi)) {
        $i = (int) array_search($done['handle'], $busy, true);
        $status = curl_getinfo($done['handle'], CURLINFO_RESPONSE_CODE);
        $took[$people[$i]['writes'] ? 'write' : 'read'][] = 1000 * (microtime(true) - $people[$i]['begun']);
        if ($status < 200 || $status > 201) {
            $errors[] = "{$status} ".curl_getinfo($done['handle'], CURLINFO_EFFECTIVE_URL);
        }
        $written += $people[$i]['writes'] && $status === 201 ? 1 : 0;
        curl_multi_remove_handle($multi, $done['handle']);
        unset($busy[$i]);
        $people[$i]['at'] = microtime(true) + PAUSE[0] + (PAUSE[1] - PAUSE[0]) * mt_rand() / mt_getrandmax();
    }
}
$kept = $there();
foreach (['read' => READERS, 'write' => WRITERS] as $kind => $people) {
    timesRow('Many at once', sprintf('%d people who %s', $people, $kind), array_map(static fn (float $ms) => $ms / 1000, $took[$kind]), GOAL, count($took[$kind]).' answers in a minute');
}
row('Many at once', 'answers that were errors', count($errors), '', 0.0, implode(', ', array_slice($errors, 0, 3)));
row('Many at once', 'writes that were acknowledged and are not there', abs($written - $kept), '', 0.0, "{$kept} are there");
