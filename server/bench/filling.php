<?php

declare(strict_types=1);

use WetCradle\Core\Bench\Filling;
use WetCradle\Core\Bench\PlaceBatches;
use WetCradle\Core\Compute\Fields;

/** The least that is known of houses of 60 batches, by seed: found by hours of search, not proven to be the best. */
const LEAST_KNOWN = [3 => 6674, 4 => 80, 5 => 20242, 6 => 22706, 7 => 3335, 8 => 14008, 9 => 1980, 10 => 92];
/** Steps between two looks at the clock. */
const STEPS = 50;

/**
 * Houses filled, by size: how far from the proven optimum where an exact solver has found it, from the least that is known, or from
 * what no filling can cost less than. One set is kept; the other is drawn anew at each run, from a seed that is said.
 */
function fillings(): void
{
    $seed = random_int(1, 1_000_000);
    // Batches, zones, weeks; how many houses; seconds of processor for each; percent that the mean and the worst may cost more; fuller ones.
    foreach ([
        [12, 3, 14, 12, 1.0, 0.2, 2.0, false], [30, 5, 20, 12, 1.0, 0.2, 2.0, false],
        [60, 8, 26, 8, 5.0, null, 3.0, false], [60, 8, 26, 8, 5.0, null, 3.0, true],
        [200, 16, 52, 1, 5.0, null, null, false], [1500, 40, 104, 1, 10.0, null, null, false], [1500, 80, 104, 1, 10.0, null, null, false],
    ] as [$batches, $zones, $weeks, $many, $seconds, $mean, $worst, $areFuller]) {
        $kept = $batches === 60 ? LEAST_KNOWN : array_fill_keys(range(3, 2 + $many), null);
        $drawn = static fn (int $seed, ?int $best) => ['input' => houseToFill($batches, $zones, $weeks, $seed, $areFuller), 'best' => $best];
        $listed = $batches === 60 && !$areFuller ? [] : keptHouses($batches);
        $what = number_format($batches)." batches, {$zones} zones, {$weeks} weeks".($areFuller ? ', fuller' : '');
        filledAll("{$what}; kept", $listed ?: array_map($drawn, array_keys($kept), $kept), $seconds, $mean, $worst);
        filledAll("{$what}; drawn from {$seed}", array_map(static fn (int $i) => $drawn($seed + $i, null), range(1, $many)), $seconds, null, null);
    }
}

/** @return list<array{input: array<string, mixed>, best: int}> with the optimum that a solver proved; of 60 batches, the least that is known */
function keptHouses(int $batches): array
{
    $read = static fn (string $path): array => json_decode((string) file_get_contents($path), true, flags: JSON_THROW_ON_ERROR);
    $small = array_map(
        static fn (array $house) => ['input' => $house['input'], 'best' => $house['expect']['bestScore']],
        $read(dirname(__DIR__, 2).'/core/tests/Bench/proven.json'),
    );

    return array_values(array_filter(
        [...$small, ...$read(__DIR__.'/houses.json')],
        static fn (array $house) => count($house['input']['batches']) === $batches,
    ));
}

/** @param list<array{input: array<string, mixed>, best: ?int}> $houses */
function filledAll(string $what, array $houses, float $goes, ?float $mean, ?float $worst): void
{
    $above = $open = $seconds = [];
    $proven = 0;
    memory_reset_peak_usage();
    foreach ($houses as ['input' => $input, 'best' => $best]) {
        $begun = processor();
        $filling = PlaceBatches::read(Fields::fromJson(json_encode($input, JSON_THROW_ON_ERROR)));
        searched($filling, $begun + $goes);
        $seconds[] = processor() - $begun;
        $open[] = $filling->score() === 0 ? 0.0 : 100 * (1 - $filling->bound() / $filling->score());
        $proven += $filling->score() === $filling->bound() ? 1 : 0;
        if ($best !== null) {
            $above[] = 100 * ($filling->score() / max(1, $best) - 1);
        }
    }
    $average = static fn (array $of): float => array_sum($of) / max(1, count($of));
    $part = 'Houses filled';
    $beside = sprintf('%d houses, %d proven to be the best', count($houses), $proven);
    if ($above === []) {
        row($part, "{$what}: can be cheaper by at most, mean", $average($open), '%', null, $beside);
    } else {
        row($part, "{$what}: above the least known, mean", $average($above), '%', $mean, $beside);
        row($part, "{$what}: the worst", max(0.0, ...$above), '%', $worst);
    }
    row($part, "{$what}: seconds of processor, the longest", max(0.0, ...$seconds), 's', $goes + 0.25, sprintf('mean %s', spoken($average($seconds))));
    row($part, "{$what}: memory", memory_get_peak_usage() / 1e6, 'MB', 256.0);
}

function searched(Filling $filling, float $until): void
{
    while (processor() < $until && $filling->improve(STEPS)) {
    }
}

/** Seconds that this process has had a processor for. */
function processor(): float
{
    $used = getrusage() ?: throw new RuntimeException('How long it took is not known.');

    return $used['ru_utime.tv_sec'] + $used['ru_utime.tv_usec'] / 1e6;
}
