<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Compute\Going;
use WetCradle\Core\Compute\Stoppable;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Whole;
use WetCradle\Core\Refused;

/** Batches placed in zones over weeks, as near as can be to the week that each likes best; what finds no place with its reason and what would work. */
final class PlaceBatches implements Stoppable
{
    private const SEED = 1;
    /** A house of more batches gets more steps; of a very large one each step takes longer. */
    private const LARGE = 40;
    private const STEPS_IF_LARGE = 200_000;
    private const VERY_LARGE = 500;
    private const STEPS_IF_VERY_LARGE = 120_000;
    /** So many ways to lay a batch into a zone in a week, in all, where somebody waits for the answer. */
    private const MOST_WAITED_FOR = 400_000;

    public static function name(): string
    {
        return 'place_batches';
    }

    /**
     * @param Fields $in {weeks, zones: list<{id, trays, heat, mist}>,
     *                   batches: list<{id, trays, weeks, earliest, latest, preferred, heat, mist, weight}>}, weeks counted from 0
     *
     * @return array{
     *     placements: list<array{batch: string, zone: string, start: int}>, unplaced: list<array<string, mixed>>,
     *     score: int, settings: list<array<string, mixed>>,
     * }
     */
    public static function compute(Fields $in): array
    {
        return self::computeUntil($in, null);
    }

    /**
     * The same, for as long as it is let go on, of a house that is tried in a moment.
     *
     * @return array{
     *     placements: list<array{batch: string, zone: string, start: int}>, unplaced: list<array<string, mixed>>,
     *     score: int, settings: list<array<string, mixed>>,
     * }
     */
    public static function computeUntil(Fields $in, ?Going $going): array
    {
        $filling = self::read($in, $going === null ? null : self::MOST_WAITED_FOR);
        $filling->improve(self::stepsFor($filling->count()), $going);
        $filled = $filling->filled();
        $spaces = $filled->taken->spaces;
        $placements = [];
        foreach ($filled->stays as $name => $stay) {
            foreach ($filled->placed[$name] ?? [] as $leg) {
                $placements[] = ['batch' => $stay->name, 'zone' => $spaces[$leg->space]->name, 'start' => $leg->from];
            }
        }
        $numbered = static fn (int $week) => Fact::of('bench.week', week: $week);

        return [
            'placements' => $placements,
            'unplaced' => array_map(
                static fn (NoPlace $no) => [
                    'batch' => $no->name,
                    'reason' => $no->reason,
                    'words' => $no->words,
                    'options' => array_map(static fn (BenchOption $option) => self::option($option, $spaces, $numbered), $no->options),
                ],
                $filled->reasons($numbered),
            ),
            'score' => $filled->score(),
            'settings' => array_map(
                static fn (array $entry) => [
                    'zone' => $spaces[$entry['space']]->name, 'week' => $entry['week'], 'heat' => Whole::plain($entry['heat']),
                    'mist' => Whole::plain($entry['mist']),
                ],
                Settings::of($filled->taken, HouseDefaults::usual()->number(HouseDefault::SetPointKept)),
            ),
        ];
    }

    /** How long a house of so many batches is searched, in steps. */
    public static function stepsFor(int $batches): int
    {
        return match (true) {
            $batches > self::VERY_LARGE => self::STEPS_IF_VERY_LARGE,
            $batches > self::LARGE => self::STEPS_IF_LARGE,
            default => Filling::STEPS,
        };
    }

    /**
     * The house that such an input describes, filled but not yet searched for better.
     *
     * @param ?int $most ways to lay a batch into a zone in a week; any number where it is not said
     *
     * @throws Refused for the field that is wrong
     */
    public static function read(Fields $in, ?int $most = null): Filling
    {
        $weeks = $in->count('weeks', 1, 520);
        $seen = $spaces = $stays = [];
        $new = static function (Fields $entry, string $kind) use (&$seen): string {
            $id = $entry->text('id', 60);
            if (isset($seen[$kind][$id])) {
                throw Refused::because('taken', $entry->pathOf('id'), Fact::of('refused.place_batches.taken', id: $id));
            }
            $seen[$kind][$id] = true;

            return $id;
        };
        $comfort = static fn (Fields $entry) => Comfort::of($entry->range('heat', -50, 100), $entry->range('mist', 0, 1000));
        foreach ($in->objects('zones') as $entry) {
            $spaces[] = Space::of($new($entry, 'zones'), $entry->count('trays', 0, 100_000), $comfort($entry), $weeks);
            $entry->done();
        }
        foreach ($in->objects('batches') as $entry) {
            $stays[] = $entry->here(
                static fn () => Stay::of(
                    $new($entry, 'batches'),
                    $entry->count('trays', 1, 100_000),
                    $entry->count('weeks', 1, $weeks),
                    $entry->count('earliest', 0, $weeks),
                    $entry->count('latest', 0, $weeks),
                    $entry->count('preferred', 0, $weeks),
                    $comfort($entry),
                    $entry->count('weight', 1, 10_000),
                ),
            );
            $entry->done();
        }
        $in->done();
        $lays = count($spaces) * array_sum(array_map(static fn (Stay $stay) => $stay->latest - $stay->earliest + 1, $stays));
        if ($most !== null && $lays > $most) {
            throw $in->refuse('too_large', 'batches', Fact::of('refused.place_batches.too_large', lays: $lays, most: $most));
        }

        return new Filling($weeks, $spaces, $stays, HouseDefaults::usual(), seed: self::SEED);
    }

    /**
     * @param list<Space>           $spaces
     * @param \Closure(int): Fact  $week   a week by its number alone
     *
     * @return array<string, mixed>
     */
    private static function option(BenchOption $option, array $spaces, \Closure $week): array
    {
        $leg = static fn (Leg $leg) => ['zone' => $spaces[$leg->space]->name, 'start' => $leg->from, 'weeks' => $leg->weeks, 'trays' => $leg->trays];

        return ['kind' => $option->kind, 'words' => $option->words($spaces, $week), 'legs' => array_map($leg, $option->legs)]
            + ($option->neighbour === null || $option->neighbourLeg === null
                ? []
                : ['neighbour' => ['batch' => $option->neighbour] + $leg($option->neighbourLeg)]);
    }
}
