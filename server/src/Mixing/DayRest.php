<?php

declare(strict_types=1);

namespace WetCradle\Server\Mixing;

use Doctrine\DBAL\Connection;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Server\Bench\BenchWork;
use WetCradle\Server\Bench\Guest;
use WetCradle\Server\Bench\Guests;
use WetCradle\Server\Course\DayRound;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Stock\Caring;

/**
 * What a day asks for beside cutting, sticking and potting: trays that are carried, weaning, covers that are vented, checks,
 * stock plants, and a look at what lies there without being a batch.
 *
 * @phpstan-type Look array{batch: string, daysLate: int, done: bool, step: ?int, tag: array<string, mixed>, ...}
 * @phpstan-type Rest array{
 *     wean: list<Look>, checks: list<Look>, stock: list<array{block: string, ...}>,
 *     moves: list<array{batch: string, crop: string, trays: int, zone: string, to: string}>,
 *     vents: list<array{zone: string, house: string, batches: list<string>}>,
 *     guests: list<array{name: string, kind: string, zone: string, house: string, places: int}>,
 * }
 */
final class DayRest
{
    public function __construct(
        private readonly Connection $db,
        private readonly DayRound $round,
        private readonly BenchWork $bench,
        private readonly Guests $guests,
        private readonly Caring $caring,
        private readonly House $house,
    ) {
    }

    /** @return Rest */
    public function on(\DateTimeImmutable $day): array
    {
        /** @var array{wean: list<Look>, checks: list<Look>} $looks */
        $looks = $this->round->on($day);
        // What is carried as its weaning begins is carried with that step.
        $weaned = array_column($looks['wean'], 'batch');

        return $looks + [
            'stock' => $this->caring->by($day),
            'moves' => array_values(array_filter($this->moves($day), static fn (array $move) => !in_array($move['batch'], $weaned, true))),
            'vents' => $this->vents($day),
            'guests' => $this->guests($day),
        ];
    }

    /**
     * @param Rest $rest
     *
     * @return list<int> trays that are weaned, or carried
     */
    public function trays(array $rest): array
    {
        return [...array_map(self::traysOf(...), self::open($rest['wean'])), ...array_column($rest['moves'], 'trays')];
    }

    /**
     * All of it with potting as jobs for hands: what is overdue first.
     *
     * @param Rest                                                                                        $rest
     * @param list<array{batch: string, daysLate: int, pots: int, pot: string, setOut: ?int, ...}> $pots
     *
     * @return list<array{what: string, code: string, minutes: int}>
     */
    public function jobs(array $rest, array $pots): array
    {
        $norms = $this->house->nursery()->norms();
        $house = $this->house->defaults();
        $minutes = static fn (float $hours) => max(1, (int) ceil(60 * $hours));
        $wean = array_map(
            static fn (array $look) => [
                'what' => 'wean', 'code' => $look['batch'], 'minutes' => $minutes($norms->hoursToWean(self::traysOf($look))), 'late' => $look['daysLate'],
            ],
            self::open($rest['wean']),
        );
        $checks = array_map(
            static fn (array $look) => [
                'what' => 'check', 'code' => $look['batch'], 'minutes' => $house->whole(HouseDefault::CheckMinutes), 'late' => $look['daysLate'],
            ],
            $rest['checks'],
        );
        $pot = array_map(
            static fn (array $one) => [
                'what' => 'pot', 'code' => $one['batch'], 'minutes' => $minutes($norms->hoursToPot($one['pots'], $one['pot'], $one['setOut'])),
                'late' => $one['daysLate'],
            ],
            $pots,
        );
        $late = array_values(array_filter([...$wean, ...$checks, ...$pot], static fn (array $job) => $job['late'] > 0));
        usort($late, static fn (array $a, array $b) => [$b['late'], $a['code']] <=> [$a['late'], $b['code']]);
        $today = static fn (array $jobs) => array_filter($jobs, static fn (array $job) => $job['late'] === 0);
        $all = [
            ...$late,
            ...array_map(
                static fn (array $move) => ['what' => 'move', 'code' => $move['batch'], 'minutes' => $minutes($norms->hoursToWean($move['trays']))],
                $rest['moves'],
            ),
            ...$today($wean),
            ...array_map(
                static fn (array $vent) => ['what' => 'vent', 'code' => $vent['zone'], 'minutes' => $house->whole(HouseDefault::VentMinutes)],
                $rest['vents'],
            ),
            ...$today($checks),
            ...array_map(
                static fn (array $ask) => ['what' => 'stock', 'code' => $ask['block'], 'minutes' => $house->whole(HouseDefault::CareMinutes)],
                $rest['stock'],
            ),
            ...$today($pot),
        ];

        return array_map(static fn (array $job) => ['what' => $job['what'], 'code' => $job['code'], 'minutes' => $job['minutes']], array_values($all));
    }

    /**
     * @param list<Look> $steps
     *
     * @return list<Look> those that nobody has taken yet
     */
    private static function open(array $steps): array
    {
        return array_values(array_filter($steps, static fn (array $look) => !$look['done']));
    }

    /** @param Look $look */
    private static function traysOf(array $look): int
    {
        return is_int($look['tag']['trays'] ?? null) ? $look['tag']['trays'] : 0;
    }

    /** @return list<array{batch: string, crop: string, trays: int, zone: string, to: string}> */
    private function moves(\DateTimeImmutable $day): array
    {
        $moves = [];
        foreach ($this->bench->movesOn($day) as $job) {
            $moves[] = ['batch' => $job['code'], 'crop' => $job['crop'], 'trays' => $job['trays'], 'zone' => $job['zone'], 'to' => (string) $job['to']];
        }
        usort($moves, static fn (array $a, array $b) => [$a['zone'], $a['batch']] <=> [$b['zone'], $b['batch']]);

        return $moves;
    }

    /** @return list<array{name: string, kind: string, zone: string, house: string, places: int}> what lies there without being a batch, to be looked at */
    private function guests(\DateTimeImmutable $day): array
    {
        $week = Week::containing($day);
        $there = array_values(array_map(static fn (Guest $guest) => [
            'name' => $guest->name, 'kind' => $guest->kind->value, 'zone' => $guest->zone->name, 'house' => $guest->zone->house, 'places' => $guest->places,
        ], $this->guests->during($week, $week)));
        usort($there, static fn (array $a, array $b) => [$a['house'], $a['zone'], $a['name']] <=> [$b['house'], $b['zone'], $b['name']]);

        return $there;
    }

    /** @return list<array{zone: string, house: string, batches: list<string>}> covers under which something roots on a day */
    private function vents(\DateTimeImmutable $day): array
    {
        $vents = [];
        foreach (Row::all($this->db, "SELECT z.name, z.house, b.code FROM zone z JOIN batch b ON b.zone_id = z.id
            WHERE z.kind = 'cover' AND b.called_off = 0 AND b.stuck_on <= :day AND b.left_bench_on IS NULL AND b.wean_on > :day ORDER BY z.name, b.code",
            ['day' => $day->format('Y-m-d')],
        ) as $row) {
            $vents[$row->text('name')] ??= ['zone' => $row->text('name'), 'house' => $row->text('house'), 'batches' => []];
            $vents[$row->text('name')]['batches'][] = $row->text('code');
        }

        return array_values($vents);
    }
}
