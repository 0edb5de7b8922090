<?php

declare(strict_types=1);

// Run by bin/bench, with the address of a server that has the demo with ten years behind it: how long a read of each room takes.

/** Milliseconds within which a room must answer in 19 of 20 reads; within which plants are traced; and within which results are told. */
const GOAL = 150;
const TRACED = 300;
const TOLD = 400;

[, $base] = $argv + [1 => 'http://127.0.0.1:8080'];
$curl = curl_init();
curl_setopt_array($curl, [CURLOPT_RETURNTRANSFER => true, CURLOPT_COOKIEFILE => '', CURLOPT_HTTPHEADER => ['Content-Type: application/json']]);
$ask = static function (string $method, string $path, string $body = '') use ($curl, $base): string {
    curl_setopt_array($curl, [CURLOPT_URL => $base.$path ?: '/', CURLOPT_CUSTOMREQUEST => $method ?: 'GET', CURLOPT_POSTFIELDS => $body]);
    $answer = curl_exec($curl);
    if (!is_string($answer) || curl_getinfo($curl, CURLINFO_RESPONSE_CODE) >= 300) {
        throw new RuntimeException("{$method} {$path} failed.");
    }

    return $answer;
};
$ask('POST', '/api/sign-in', '{"signIn":"ines","password":"wet-cradle-demo"}');
$session = json_decode($ask('GET', '/api/session'), true);
$table = [];
$batches = json_decode($ask('GET', '/api/batches'), true)['batches'];
$blocks = array_count_values(array_column($batches, 'block'));
arsort($blocks);
$orders = json_decode($ask('GET', '/api/wanted?season=2025'), true)['wanted'];
$sent = array_values(array_filter($orders, static fn (array $one) => $one['sent'] !== []))[0];
unset($orders);
foreach ([
    'rail', 'day?week='.$session['week'], 'bench?week='.$session['week'], 'bench/work', 'wanted', 'wanted?season=2025',
    // As the shelves ask for them: a year back.
    'batches?since='.(new DateTimeImmutable($session['today']))->modify('-1 year')->format('Y-m-d'), 'stock?week='.$session['week'],
    'licences', 'season', 'plan', 'plan/shopping', 'plan/even', 'plan/chances', 'potting', 'lots', 'round', 'day-sheet?day='.$session['today'],
    'take-sheets?day='.$session['today'], 'crops', 'find?q=hebe', 'mist/programmes', 'mist/heat', 'alarms', 'papers',
    'crops/'.$batches[0]['cropSlug'], 'results/rates/'.$batches[0]['cropSlug'].'?by=block', 'results/costs', 'trials', 'results/days',
    'results/drift', 'results/drift/'.$batches[0]['cropSlug'], 'results/outcomes/'.$batches[0]['cropSlug'], 'results/promises', 'results/season',
    'trace/block/'.array_key_first($blocks), 'trace/batch/'.$batches[0]['code'], 'trace/lot/'.$sent['sent'][0]['lot'], 'trace/order/'.$sent['id'],
] as $read) {
    $times = [];
    $size = strlen($ask('GET', "/api/{$read}"));
    for ($i = 0; $i < 20; ++$i) {
        $begun = hrtime(true);
        $ask('GET', "/api/{$read}");
        $times[] = (hrtime(true) - $begun) / 1e6;
    }
    sort($times);
    $goal = match (true) {
        str_starts_with($read, 'trace') => TRACED,
        str_starts_with($read, 'results'), $read === 'trials' => TOLD,
        default => GOAL,
    };
    $table[] = [
        'read' => $read, 'medianMs' => round($times[10], 1), 'p95Ms' => round($times[18], 1), 'kB' => round($size / 1024), 'goalMs' => $goal,
        'met' => $times[18] <= $goal,
    ];
}
echo json_encode(['ten years' => $table], JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR), "\n";
