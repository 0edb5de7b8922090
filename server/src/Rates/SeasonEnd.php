<?php

declare(strict_types=1);

namespace WetCradle\Server\Rates;

use Doctrine\DBAL\Connection;
use WetCradle\Core\Calendar\Season;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Potting\FirstReady;
use WetCradle\Core\Rates\SeasonBeside;
use WetCradle\Core\Rates\SeasonSum;
use WetCradle\Core\Rates\SortedBatch;
use WetCradle\Core\Rates\Unlike;
use WetCradle\Core\Stock\Fitness;
use WetCradle\Server\Book\Counts;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Crops\Ways;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Nursery\Words;
use WetCradle\Server\Potting\Dispatch;

/**
 * A season as it ended, or as it stands: what was wanted, stuck, rooted, potted and sent, crop by crop, beside a few seasons before; what
 * went better and worse than ever; and what that asks to be changed.
 *
 * Orders are of the season in which they are due, batches of that in which they were stuck. What was sent went in time where it was ready
 * by the end of the week that it was wanted in: when it is fetched is its customer's business.
 */
final class SeasonEnd
{
    /** Seasons beside each other. */
    private const BESIDE = 5;

    public function __construct(
        private readonly Connection $db,
        private readonly Ways $ways,
        private readonly SortedBatches $sorted,
        private readonly Counts $counts,
        private readonly House $house,
        private readonly Words $words,
        private readonly Today $today,
    ) {
    }

    /**
     * @param ?int $year in which it begins; null for the one that runs
     *
     * @return array<string, mixed>
     */
    public function of(?int $year): array
    {
        $hemisphere = $this->house->nursery()->hemisphere;
        $now = Season::containing($this->today->day(), $hemisphere);
        $year ??= $now->startYear;
        $firstDay = static fn (int $year) => new \DateTimeImmutable(sprintf('%d-%s', $year, $now->firstDay()->format('m-d')));
        $season = Season::containing($firstDay($year), $hemisphere);
        $since = $firstDay($year - self::BESIDE + 1);
        $sums = $this->sums($since);
        $before = static fn (array $ofCrop): SeasonSum => self::all(array_filter($ofCrop, static fn (int $of) => $of < $year, ARRAY_FILTER_USE_KEY));
        $crops = $both = [];
        foreach ($this->ways->crops() as $crop) {
            $ofCrop = $sums[(int) $crop->id] ?? [];
            if (isset($ofCrop[$year])) {
                $crops[] = ['crop' => $crop->slug, 'name' => $crop->name, 'rateBefore' => $before($ofCrop)->rate()] + self::say($ofCrop[$year]);
                $both[$crop->slug] = ['now' => $ofCrop[$year], 'before' => $before($ofCrop)];
            }
        }
        $told = SeasonBeside::told($both);

        return [
            'year' => $year, 'name' => $season->name(), 'isOver' => $season->end() <= $this->today->day(), 'years' => $this->years($now),
            'crops' => $crops,
            'all' => self::say(self::all(array_map(static fn (array $ofCrop) => $ofCrop[$year] ?? SeasonSum::none(), $sums))),
            'better' => array_map(fn (string $slug) => $this->beside($slug, $season, $since, $both[$slug]), $told['better']),
            'worse' => array_map(fn (string $slug) => $this->beside($slug, $season, $since, $both[$slug]), $told['worse']),
            'late' => self::late(array_filter($crops, static fn (array $crop) => $both[$crop['crop']]['now']->isOftenLate())),
            'wornOut' => $this->wornOut($season),
            'seasons' => array_map(static fn (int $of) => ['year' => $of] + self::say(
                self::all(array_map(static fn (array $ofCrop) => $ofCrop[$of] ?? SeasonSum::none(), $sums)),
            ), array_values(array_filter(range($year, $year - self::BESIDE + 1), static fn (int $of) => array_column($sums, $of) !== []))),
        ];
    }

    /** @return array<int, array<int, SeasonSum>> of what was wanted or stuck from a day on, by crop and the year in which the season begins */
    private function sums(\DateTimeImmutable $since): array
    {
        $hemisphere = $this->house->nursery()->hemisphere;
        $today = $this->today->day()->format('Y-m-d');
        $seasons = $weeks = $years = [];
        $of = static function (\DateTimeImmutable $day) use ($hemisphere, &$seasons): int {
            return $seasons[$day->format('Y-m')] ??= Season::containing($day, $hemisphere)->startYear;
        };
        $sums = [];
        $add = static function (int $crop, int $year, SeasonSum $sum) use (&$sums): void {
            $sums[$crop][$year] = ($sums[$crop][$year] ?? SeasonSum::none())->and($sum);
        };
        $first = Week::containing($since);
        $orders = Row::all($this->db, 'SELECT id, crop_id, plants, ready_week FROM wanted WHERE +called_off = 0 AND ready_week >= ?', [$first->written()]);
        $by = $sent = $ofLots = [];
        foreach ($orders as $row) {
            // Many orders are due in one week.
            $weeks[$row->text('ready_week')] ??= self::due(Week::of($row->text('ready_week')), $of);
            $by[$row->int('id')] = $weeks[$row->text('ready_week')][1];
        }
        foreach (Row::all($this->db, 'SELECT d.lot_id, d.wanted_id, d.count FROM dispatch d JOIN act a ON a.id = d.act_id
            WHERE d.lot_id IN (SELECT lot_id FROM dispatch x JOIN wanted w ON w.id = x.wanted_id WHERE w.ready_week >= ?) AND '.Dispatch::HOLDS.'
            ORDER BY a.on_day, d.id', [$first->written()]) as $row) {
            $id = $row->int('wanted_id');
            $sent[$id] = ($sent[$id] ?? 0) + $row->int('count');
            $ofLots[$row->int('lot_id')][] = ['key' => $id, 'count' => $row->int('count'), 'by' => $by[$id] ?? ''];
        }
        $ready = $this->counts->readyInLots($first);
        $inTime = [];
        foreach ($ofLots as $lot => $sendings) {
            foreach (FirstReady::inTime($ready[$lot] ?? [], $sendings) as $id => $some) {
                $inTime[$id] = ($inTime[$id] ?? 0) + $some;
            }
        }
        foreach ($orders as $row) {
            $id = $row->int('id');
            [$year, $last] = $weeks[$row->text('ready_week')];
            $add($row->int('crop_id'), $year, SeasonSum::ofOrders($row->int('plants'), $sent[$id] ?? 0, $inTime[$id] ?? 0, $last < $today));
        }
        foreach (Row::all($this->db, 'SELECT b.crop_id, b.stuck_on, s.stuck, s.could_root, s.rooted, s.potted, s.counted FROM batch b
            JOIN batch_standing s ON s.batch_id = b.id WHERE b.stuck_on >= ?', [$since->format('Y-m-d')]) as $row) {
            [$stuck, $rooted] = [$row->many('stuck'), $row->many('rooted')];
            $could = $row->flag('counted') ? $row->int('could_root') : 0;
            $year = $years[$row->text('stuck_on')] ??= $of($row->day('stuck_on'));
            $add($row->int('crop_id'), $year, SeasonSum::ofBatch($stuck, $could, $could === 0 ? 0 : $rooted, $row->many('potted')));
        }

        return $sums;
    }

    /** @return list<int> in which seasons begin of which anything is known, and that which runs; the newest first */
    private function years(Season $now): array
    {
        $ends = Row::first($this->db, 'SELECT min(stuck_on) AS stuck, (SELECT min(ready_week) FROM wanted) AS wanted,
            (SELECT max(ready_week) FROM wanted) AS last FROM batch WHERE stuck_on IS NOT NULL');
        $hemisphere = $this->house->nursery()->hemisphere;
        $year = static fn (?\DateTimeImmutable $day): int => $day === null ? $now->startYear : Season::containing($day, $hemisphere)->startYear;
        $week = static fn (string $column) => $ends?->has($column) === true ? Week::of($ends->text($column))->monday() : null;

        return range(max($now->startYear, $year($week('last'))), min($now->startYear, $year($ends?->dayOrNull('stuck')), $year($week('wanted'))));
    }

    /**
     * @param callable(\DateTimeImmutable): int $of the year in which the season of a day begins
     *
     * @return array{int, string} that of a week, and its last day
     */
    private static function due(Week $week, callable $of): array
    {
        return [$of($week->monday()), $week->sunday()->format('Y-m-d')];
    }

    /**
     * @param array{now: SeasonSum, before: SeasonSum} $sums
     *
     * @return array<string, mixed>
     */
    private function beside(string $slug, Season $season, \DateTimeImmutable $since, array $sums): array
    {
        $crop = array_values(array_filter($this->ways->crops(), static fn (Crop $one) => $one->slug === $slug))[0];
        $now = $before = [];
        foreach ($this->sorted->of($crop, since: $since) as ['past' => $past, 'sorted' => $sorted]) {
            if ($past['stuckOn'] < $season->firstDay()->format('Y-m-d')) {
                $before[] = $sorted;
            } elseif ($past['stuckOn'] < $season->end()->format('Y-m-d')) {
                $now[] = $sorted;
            }
        }
        $beside = SeasonBeside::of($sums['now'], $sums['before'], $now, $before);

        return [
            'crop' => $slug, 'name' => $crop->name, 'rate' => $beside->now, 'before' => $beside->before,
            'batches' => array_map(static fn (SortedBatch $batch) => $batch->code, $now),
            'unlike' => array_map(fn (Unlike $one) => [
                'sort' => $one->sort->value, 'words' => $this->words->name($one->sort), 'is' => $one->is, 'here' => $one->here, 'others' => $one->others,
            ], $beside->unlike),
        ];
    }

    /** @return list<array{block: string, crop: string, planted: int}> stock that is worn out when the season is over */
    private function wornOut(Season $season): array
    {
        $blocks = Row::all($this->db, 'SELECT k.code, c.name AS crop, k.planted_year, k.replace_after FROM stock_block k JOIN crop c ON c.id = k.crop_id
            WHERE k.replace_after IS NOT NULL ORDER BY k.planted_year, k.code');

        return array_values(array_map(
            static fn (Row $row) => ['block' => $row->text('code'), 'crop' => $row->text('crop'), 'planted' => $row->int('planted_year')],
            array_filter($blocks, static fn (Row $row) => Fitness::isWornOut($season->end(), $row->int('planted_year'), $row->int('replace_after'))),
        ));
    }

    /**
     * @param array<array{crop: string, name: string, inTime: int, sent: int, ...}> $crops
     *
     * @return list<array{crop: string, name: string, inTime: int, sent: int}> those of which most was late first
     */
    private static function late(array $crops): array
    {
        usort($crops, static fn (array $a, array $b) => $b['sent'] - $b['inTime'] <=> $a['sent'] - $a['inTime']);

        return array_map(
            static fn (array $crop) => ['crop' => $crop['crop'], 'name' => $crop['name'], 'inTime' => $crop['inTime'], 'sent' => $crop['sent']],
            $crops,
        );
    }

    /** @param array<SeasonSum> $sums */
    private static function all(array $sums): SeasonSum
    {
        return array_reduce($sums, static fn (SeasonSum $all, SeasonSum $sum) => $all->and($sum), SeasonSum::none());
    }

    /**
     * @return array{
     *     wanted: int, sent: int, inTime: int, short: int, due: int, batches: int, stuck: int, could: int, rooted: int, potted: int, rate: ?float,
     * }
     */
    private static function say(SeasonSum $sum): array
    {
        return [
            'wanted' => $sum->wanted, 'sent' => $sum->sent, 'inTime' => $sum->inTime, 'short' => $sum->short, 'due' => $sum->due, 'batches' => $sum->batches,
            'stuck' => $sum->stuck, 'could' => $sum->could, 'rooted' => $sum->rooted, 'potted' => $sum->potted, 'rate' => $sum->rate(),
        ];
    }
}
