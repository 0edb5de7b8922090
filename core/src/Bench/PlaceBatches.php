<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Whole;
use WetCradle\Core\Refused;

/** Batches placed in zones over weeks, as near as can be to the week that each likes best; what finds no place with its reason and what would work. */
final class PlaceBatches implements Calculation
{
    private const SEED = 1;
    /** A large house gets fewer steps, as each takes longer there. */
    private const LARGE = 300;
    private const STEPS_IF_LARGE = 20_000;

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
        $filling = self::read($in);
        $filling->improve(self::stepsFor($filling->count()));
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
                static fn (array $one) => [
                    'zone' => $spaces[$one['space']]->name, 'week' => $one['week'], 'heat' => Whole::plain($one['heat']),
                    'mist' => Whole::plain($one['mist']),
                ],
                Settings::of($filled->taken, HouseDefaults::usual()->number(HouseDefault::SetPointKept)),
            ),
        ];
    }

    /** How long a house of so many batches is searched, in steps. */
    public static function stepsFor(int $batches): int
    {
        return $batches > self::LARGE ? self::STEPS_IF_LARGE : Filling::STEPS;
    }

    /**
     * The house that such an input describes, filled but not yet searched for better.
     *
     * @throws Refused for the field that is wrong
     */
    public static function read(Fields $in): Filling
    {
        $weeks = $in->count('weeks', 1, 520);
        $seen = $spaces = $stays = [];
        $new = static function (Fields $one, string $kind) use (&$seen): string {
            $id = $one->text('id', 60);
            if (isset($seen[$kind][$id])) {
                throw Refused::because('taken', $one->pathOf('id'), Fact::of('refused.place_batches.taken', id: $id));
            }
            $seen[$kind][$id] = true;

            return $id;
        };
        $comfort = static fn (Fields $one) => Comfort::of($one->range('heat', -50, 100), $one->range('mist', 0, 1000));
        foreach ($in->objects('zones') as $one) {
            $spaces[] = Space::of($new($one, 'zones'), $one->count('trays', 0, 100_000), $comfort($one), $weeks);
            $one->done();
        }
        foreach ($in->objects('batches') as $one) {
            $stays[] = $one->here(
                static fn () => Stay::of(
                    $new($one, 'batches'),
                    $one->count('trays', 1, 100_000),
                    $one->count('weeks', 1, $weeks),
                    $one->count('earliest', 0, $weeks),
                    $one->count('latest', 0, $weeks),
                    $one->count('preferred', 0, $weeks),
                    $comfort($one),
                    $one->count('weight', 1, 10_000),
                ),
            );
            $one->done();
        }
        $in->done();

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
