<?php

declare(strict_types=1);

use WetCradle\Core\Bench\PlaceBatches;
use WetCradle\Core\Compute\Fields;

/**
 * Houses filled, by size: how far from the proven optimum where an exact solver has found it, how far at most where only a bound is
 * known. One set is kept; the other is drawn anew at each run, from a seed that is said.
 *
 * @return array<string, array<string, mixed>>
 */
function fillings(): array
{
    $seed = random_int(1, 1_000_000);
    $found = [];
    $sizes = [[12, 3, 14, 12], [30, 5, 20, 12], [60, 8, 26, 3], [200, 16, 52, 1], [1500, 40, 104, 1], [1500, 80, 104, 1]];
    foreach ($sizes as [$batches, $zones, $weeks, $many]) {
        $size = "{$batches} batches, {$zones} zones, {$weeks} weeks";
        $kept = provenHouses($batches);
        if ($kept === []) {
            $kept = array_map(static fn (int $seed) => ['input' => houseToFill($batches, $zones, $weeks, $seed), 'best' => null], range(3, 2 + $many));
        }
        $fresh = array_map(static fn (int $i) => ['input' => houseToFill($batches, $zones, $weeks, $seed + $i), 'best' => null], range(1, $many));
        $found[$size] = ['kept' => filledAll($kept), "drawn from {$seed}" => filledAll($fresh)];
    }

    return $found;
}

/** @return list<array{input: array<string, mixed>, best: int}> */
function provenHouses(int $batches): array
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

/**
 * @param list<array{input: array<string, mixed>, best: ?int}> $houses
 *
 * @return array<string, int|float|null>
 */
function filledAll(array $houses): array
{
    $above = $atMost = $seconds = [];
    $proven = $reached = 0;
    memory_reset_peak_usage();
    foreach ($houses as ['input' => $input, 'best' => $best]) {
        $filling = PlaceBatches::read(Fields::fromJson(json_encode($input, JSON_THROW_ON_ERROR)));
        $start = hrtime(true);
        $filling->improve(PlaceBatches::stepsFor($filling->count()));
        $seconds[] = (hrtime(true) - $start) / 1e9;
        $atMost[] = $filling->score() === 0 ? 0.0 : 100 * (1 - $filling->bound() / $filling->score());
        $proven += $filling->score() === $filling->bound() ? 1 : 0;
        if ($best !== null) {
            $above[] = 100 * ($filling->score() / max(1, $best) - 1);
            $reached += $filling->score() === $best ? 1 : 0;
        }
    }
    $mean = static fn (array $of) => $of === [] ? null : round(array_sum($of) / count($of), 2);

    return [
        'houses' => count($houses), 'isProvenBest' => $proven, 'reachesOptimum' => $above === [] ? null : $reached,
        'meanAboveOptimumPercent' => $mean($above), 'worstAboveOptimumPercent' => $above === [] ? null : round(max(0.0, ...$above), 2),
        'meanAtMostFromBestPercent' => $mean($atMost), 'meanSeconds' => $mean($seconds), 'worstSeconds' => round(max(0.0, ...$seconds), 2),
        'peakMb' => round(memory_get_peak_usage() / 1e6, 1),
    ];
}
