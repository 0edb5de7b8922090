<?php

declare(strict_types=1);

/**
 * What was measured, as a line of JSON for `table.php`.
 *
 * @param string $part   what it is about
 * @param string $beside other figures of the same, in words
 */
function row(string $part, string $what, float $now, string $unit, ?float $goal = null, string $beside = ''): void
{
    echo json_encode(compact('part', 'what', 'now', 'unit', 'goal', 'beside'), JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR), "\n";
}

/**
 * A row of times, in milliseconds: that within which 19 of 20 were done, with the middle one beside it.
 *
 * @param list<float> $seconds
 */
function timesRow(string $part, string $what, array $seconds, ?float $goal = null, string $beside = ''): void
{
    row($part, $what, 1000 * within($seconds), 'ms', $goal, sprintf('median %s', spoken(1000 * median($seconds))).($beside === '' ? '' : ", {$beside}"));
}

/** @param list<float> $of */
function median(array $of): float
{
    sort($of);

    return $of[intdiv(count($of), 2)] ?? throw new RuntimeException('Nothing was measured.');
}

/** @param list<float> $of that within which 19 of 20 are */
function within(array $of): float
{
    sort($of);

    return $of[(int) ceil(0.95 * count($of)) - 1] ?? throw new RuntimeException('Nothing was measured.');
}

/** A figure as it is written: with three digits that mean something. */
function spoken(float $figure): string
{
    return match (true) {
        abs($figure) >= 1000 => number_format(round($figure, 3 - strlen((string) (int) abs($figure)))),
        abs($figure) >= 100 || (float) (int) $figure === $figure => number_format($figure),
        abs($figure) >= 10 => (string) round($figure, 1),
        default => (string) round($figure, 2),
    };
}

/**
 * How long so many rounds of work take, each, after one that is not counted.
 *
 * @param callable(): void $before what is done before each, and is not counted
 *
 * @return list<float> seconds
 */
function timed(callable $work, int $rounds, ?callable $before = null): array
{
    $before === null || $before();
    $work();
    $times = [];
    for ($i = 0; $i < $rounds; ++$i) {
        $before === null || $before();
        $begun = hrtime(true);
        $work();
        $times[] = (hrtime(true) - $begun) / 1e9;
    }

    return $times;
}

/**
 * As if something had been written to a nursery, so that nothing is answered as it was before (`Http\UntilWritten`).
 *
 * @return Closure(): void
 */
function written(string $var): Closure
{
    $db = new PDO('sqlite:'.$var.'/cradle.sqlite');

    return static function () use ($db): void {
        $db->exec('UPDATE last_write SET mark = lower(hex(randomblob(16)))');
    };
}

/** @return Closure(string, string, ?string=): string asks a server, as one who is signed in */
function browser(string $base): Closure
{
    $curl = curl_init();
    curl_setopt_array($curl, [CURLOPT_RETURNTRANSFER => true, CURLOPT_COOKIEFILE => '', CURLOPT_HTTPHEADER => ['Content-Type: application/json']]);
    $send = static function (string $method, string $path, ?string $body = null) use ($curl, $base): string {
        curl_setopt_array($curl, [CURLOPT_URL => $base.$path ?: '/', CURLOPT_CUSTOMREQUEST => $method ?: 'GET', CURLOPT_POSTFIELDS => $body ?? '']);
        $answer = curl_exec($curl);
        $status = curl_getinfo($curl, CURLINFO_RESPONSE_CODE);
        if (!is_string($answer) || $status >= 300) {
            throw new RuntimeException("{$method} {$path} answered {$status}.");
        }

        return $answer;
    };
    $send('POST', '/api/sign-in', '{"signIn":"ines","password":"wet-cradle-demo"}');

    return $send;
}
