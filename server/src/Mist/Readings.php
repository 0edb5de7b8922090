<?php

declare(strict_types=1);

namespace WetCradle\Server\Mist;

use Doctrine\DBAL\Connection;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\Mist\AirHour;
use WetCradle\Core\Mist\Intake;
use WetCradle\Core\Mist\MistDay;
use WetCradle\Core\Mist\Quantity;
use WetCradle\Core\Mist\Reading;
use WetCradle\Core\Mist\ReadingTable;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;

/**
 * What the sensors said: every reading for some weeks, then hours; and days, which are kept and on which forecasts rest. A day
 * counts once it is over.
 */
final class Readings
{
    /** Rows of one statement. */
    private const AT_ONCE = 1000;
    /** Readings are kept in hundredths. */
    private const SCALE = 100;
    private const MEANS = 'avg(r.air) / 100.0, min(r.air) / 100.0, max(r.air) / 100.0, avg(r.humidity) / 100.0, min(r.humidity) / 100.0,
        max(r.humidity) / 100.0, avg(r.medium) / 100.0, min(r.medium) / 100.0, max(r.medium) / 100.0, avg(r.light) / 100.0, avg(r.flow) / 100.0';

    public function __construct(
        private readonly Connection $db,
        private readonly House $house,
        private readonly Today $today,
        private readonly Measured $measured,
    ) {
    }

    /**
     * Takes in a table. Must run inside a transaction.
     *
     * @return array{
     *     taken: int, doubles: int, spikes: int, ahead: int, gaps: int, refusedRows: int, refused: list<array{row: int, says: Fact}>, zones: list<int>,
     * }
     */
    public function take(ReadingTable $table): array
    {
        $ids = [];
        foreach (Row::all($this->db, 'SELECT id, name FROM zone') as $row) {
            $ids[mb_strtolower($row->text('name'))] = $row->int('id');
        }
        $told = ['taken' => 0, 'doubles' => 0, 'spikes' => 0, 'ahead' => 0, 'gaps' => 0, 'refusedRows' => $table->refusedRows, 'refused' => $table->refused];
        $now = intdiv($this->today->moment()->getTimestamp(), 60);
        $last = [];
        foreach (Row::all($this->db, 'SELECT zone_id, last FROM reading_last') as $row) {
            $last[$row->int('zone_id')] = $row->json('last');
        }
        $spans = [];
        foreach ($table->byZone as $name => $readings) {
            $zone = $ids[mb_strtolower((string) $name)] ?? null;
            if ($zone === null) {
                $told['refusedRows'] += count($readings);
                $told['refused'][] = ['row' => 0, 'says' => Fact::of('refused.reading_table.unknown_zone', zone: (string) $name)];
                continue;
            }
            /** @var array<string, array{minute: int, value: float, held: ?array{int, float}}> $before */
            $before = $last[$zone] ?? [];
            $intake = Intake::of($readings, $now, $before);
            foreach (['doubles', 'spikes', 'ahead', 'gaps'] as $what) {
                $told[$what] += $intake->{$what};
            }
            if ($intake->taken !== []) {
                [$new, $from, $to] = $this->keep($zone, $intake->taken);
                $told['taken'] += $new;
                $told['doubles'] += count($intake->taken) - $new;
                $spans[$zone] = [$from, $to];
            }
            $last[$zone] = $intake->last;
            $this->db->executeStatement('INSERT INTO reading_last (zone_id, last) VALUES (?, ?) ON CONFLICT (zone_id) DO UPDATE SET last = excluded.last', [
                $zone, json_encode((object) $intake->last, JSON_THROW_ON_ERROR),
            ]);
        }
        $this->foldDays($spans);

        return $told + ['zones' => array_keys($spans)];
    }

    /**
     * @param non-empty-list<Reading> $readings
     *
     * @return array{int, int, int} how many were new, the first minute and the last
     */
    private function keep(int $zone, array $readings): array
    {
        [$from, $to] = [$readings[0]->minute, $readings[count($readings) - 1]->minute];
        $count = fn (): int => Row::number($this->db, 'SELECT count(*) FROM reading WHERE zone_id = ? AND at BETWEEN ? AND ?', [$zone, $from, $to]);
        $before = $count();
        $quantities = Quantity::cases();
        foreach (array_chunk($readings, self::AT_ONCE) as $some) {
            $values = [];
            foreach ($some as $reading) {
                $values[] = $zone;
                $values[] = $reading->minute;
                foreach ($quantities as $quantity) {
                    $value = $reading->of($quantity);
                    $values[] = $value === null ? null : (int) round(self::SCALE * $value);
                }
            }
            $this->db->executeStatement(
                'INSERT INTO reading (zone_id, at, air, humidity, medium, light, flow) VALUES '
                .implode(', ', array_fill(0, count($some), '(?, ?, ?, ?, ?, ?, ?)'))
                .' ON CONFLICT (zone_id, at) DO UPDATE SET air = coalesce(air, excluded.air), humidity = coalesce(humidity, excluded.humidity),
                medium = coalesce(medium, excluded.medium), light = coalesce(light, excluded.light), flow = coalesce(flow, excluded.flow)',
                $values,
            );
        }

        return [$count() - $before, $from, $to];
    }

    /**
     * The days that are over, of the zones that something was said of; once a day the day before of all of them.
     *
     * @param array<int, array{int, int}> $spans first and last minute, by zone
     */
    private function foldDays(array $spans): void
    {
        $clocks = $this->clocks();
        $days = [];
        foreach ($spans as [$from, $to]) {
            $day = (new \DateTimeImmutable('@'.(60 * $from)))->setTimezone($clocks)->setTime(0, 0);
            // The first reading of a day says that the one before it is over.
            for ($day = $day->modify('-1 day'); $day->getTimestamp() <= 60 * $to; $day = $day->modify('+1 day')) {
                $days[$day->format('Y-m-d')] = [intdiv($day->getTimestamp(), 60), intdiv($day->modify('+1 day')->getTimestamp(), 60)];
            }
        }
        $today = $this->today->day()->format('Y-m-d');
        $over = array_filter($days, static fn (string $day) => $day < $today, ARRAY_FILTER_USE_KEY);
        if ($over === []) {
            return;
        }
        foreach (array_chunk($over, self::AT_ONCE, true) as $some) {
            $this->measured->foldDays($some, array_keys($spans), self::MEANS);
        }
    }

    /** What is older than a nursery keeps it becomes hours. Must run inside a transaction. */
    public function compact(): int
    {
        $weeks = $this->house->defaults()->whole(HouseDefault::ReadingsKept);
        $until = intdiv($this->today->moment()->modify(sprintf('-%d weeks', $weeks))->getTimestamp(), 3600) * 60;
        $this->db->executeStatement('INSERT OR REPLACE INTO reading_hour SELECT r.zone_id, r.at / 60 * 60, '.self::MEANS.'
            FROM reading r WHERE r.at < ? GROUP BY r.zone_id, r.at / 60', [$until]);

        return (int) $this->db->executeStatement('DELETE FROM reading WHERE at < ?', [$until]);
    }

    /**
     * The readings of zones since a minute, in order.
     *
     * @return array<int, list<Reading>> by zone
     */
    public function since(int $minute): array
    {
        $readings = [];
        $of = 'SELECT zone_id, at, air, humidity, medium, light, flow FROM reading WHERE at > ? ORDER BY zone_id, at';
        foreach ($this->db->iterateNumeric($of, [$minute]) as $row) {
            $values = [];
            foreach (Quantity::cases() as $i => $quantity) {
                if (is_int($row[$i + 2])) {
                    $values[$quantity->value] = $row[$i + 2] / self::SCALE;
                }
            }
            $readings[is_int($row[0]) ? $row[0] : 0][] = new Reading(is_int($row[1]) ? $row[1] : 0, $values);
        }

        return $readings;
    }

    /**
     * What was measured in a zone between two minutes, as finely as can be drawn: readings, hours or days.
     *
     * @return array{step: string, points: list<array<string, float|string|null>>}
     */
    public function drawn(int $zone, int $from, int $to): array
    {
        $clocks = $this->clocks();
        $days = ($to - $from) / 1440;
        if ($days > 70) {
            $rows = Row::all($this->db, 'SELECT * FROM reading_day WHERE zone_id = ? AND on_day >= ? AND on_day < ? ORDER BY on_day', [
                $zone, (new \DateTimeImmutable('@'.(60 * $from)))->setTimezone($clocks)->format('Y-m-d'),
                (new \DateTimeImmutable('@'.(60 * $to)))->setTimezone($clocks)->format('Y-m-d'),
            ]);

            return ['step' => 'day', 'points' => array_map(static fn (Row $row) => ['at' => $row->text('on_day').' 00:00'] + self::point($row), $rows)];
        }
        if ($days > 3) {
            $rows = Row::all($this->db, 'SELECT * FROM (SELECT * FROM reading_hour WHERE zone_id = :zone AND at >= :from AND at < :to
                UNION ALL SELECT r.zone_id, r.at / 60 * 60, '.self::MEANS.'
                FROM reading r WHERE r.zone_id = :zone AND r.at >= :from AND r.at < :to GROUP BY r.at / 60)
                ORDER BY at', ['zone' => $zone, 'from' => $from, 'to' => $to]);
        } else {
            $rows = Row::all($this->db, 'SELECT at, air / 100.0 AS air, air / 100.0 AS air_low, air / 100.0 AS air_high, humidity / 100.0 AS humidity,
                medium / 100.0 AS medium, medium / 100.0 AS medium_low, medium / 100.0 AS medium_high, light / 100.0 AS light, flow / 100.0 AS flow
                FROM reading WHERE zone_id = ? AND at >= ? AND at < ? ORDER BY at', [$zone, $from, $to]);
        }

        return ['step' => $days > 3 ? 'hour' : 'reading', 'points' => array_map(
            static fn (Row $row) => [
                'at' => (new \DateTimeImmutable('@'.(60 * $row->int('at'))))->setTimezone($clocks)->format('Y-m-d H:i'),
            ] + self::point($row),
            $rows,
        )];
    }

    /**
     * The hours of a day as they were measured, and as usual in what was not.
     *
     * @param non-empty-list<AirHour> $usual
     *
     * @return ?non-empty-list<AirHour> null where an hour of it was not measured
     */
    public function hoursOf(int $zone, \DateTimeImmutable $day, array $usual): ?array
    {
        $begins = new \DateTimeImmutable($day->format('Y-m-d'), $this->clocks());
        $minute = intdiv($begins->getTimestamp(), 60);
        $takes = $this->house->defaults()->number(HouseDefault::LeafTakesLight);
        $measured = [];
        foreach (Row::all($this->db, 'SELECT at, air, humidity, light FROM reading_hour WHERE zone_id = :zone AND at >= :from AND at < :to
            UNION ALL SELECT r.at / 60 * 60, avg(r.air) / 100.0, avg(r.humidity) / 100.0, avg(r.light) / 100.0
            FROM reading r WHERE r.zone_id = :zone AND r.at >= :from AND r.at < :to GROUP BY r.at / 60', [
            'zone' => $zone, 'from' => $minute, 'to' => $minute + MistDay::MINUTES,
        ]) as $row) {
            $hour = intdiv($row->int('at') - $minute, 60);
            $of = $usual[$hour] ?? $usual[0];
            $light = $row->floatOrNull('light');
            $measured[$hour] = AirHour::of(
                $row->floatOrNull('air') ?? $of->air,
                min(100.0, $row->floatOrNull('humidity') ?? $of->humidity),
                $light === null ? $of->netRadiation : $light * $takes,
                $of->wind,
            );
        }
        ksort($measured);

        return count($measured) === AirHour::IN_A_DAY ? array_values($measured) : null;
    }

    /** @return array<string, ?float> */
    private static function point(Row $row): array
    {
        $point = [];
        foreach (['air', 'air_low', 'air_high', 'humidity', 'medium', 'medium_low', 'medium_high', 'light', 'flow'] as $what) {
            $point[lcfirst(str_replace('_', '', ucwords($what, '_')))] = $row->has($what) ? round($row->float($what), 2) : null;
        }

        return $point;
    }

    public function clocks(): \DateTimeZone
    {
        return new \DateTimeZone($this->house->timeZone());
    }
}
