<?php

declare(strict_types=1);

namespace WetCradle\Server\Mist;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use WetCradle\Core\Crops\Ground;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Plan\Redating;

/** Days as they were measured: how warm the medium of a zone was, and the air outside. What rests on one is reckoned anew when it is known. */
final class Measured
{
    /** A day of fewer hours than this says too little of the whole. */
    private const HOURS = 12;
    /** °C by which a day must be otherwise than it was known before anything is reckoned anew. */
    private const OTHERWISE = 0.05;

    /** @var ?array<int, array<string, float>> */
    private ?array $medium = null;

    public function __construct(private readonly Connection $db, private readonly Redating $redating)
    {
    }

    /** °C in the mix of a zone on a day, where enough of the day was measured. */
    public function medium(int $zone, \DateTimeImmutable $day): ?float
    {
        if ($this->medium === null) {
            $this->medium = [];
            // Of what is over nobody asks any more.
            $rows = Row::all($this->db, "SELECT d.zone_id, d.on_day, d.medium FROM reading_day d WHERE d.medium IS NOT NULL AND d.hours >= ?
                AND d.on_day >= coalesce((SELECT min(stuck_on) FROM batch WHERE left_bench_on IS NULL AND called_off = 0), '9999')", [self::HOURS]);
            foreach ($rows as $row) {
                $this->medium[$row->int('zone_id')][$row->text('on_day')] = $row->float('medium');
            }
        }

        return $this->medium[$zone][$day->format('Y-m-d')] ?? null;
    }

    /**
     * Reckons the means of days that are over. Must run inside a transaction.
     *
     * @param array<string, array{int, int}> $days  first minute and the one after the last, by day
     * @param list<int>                      $zones
     * @param string                         $means of readings, as `Readings` writes them
     */
    public function foldDays(array $days, array $zones, string $means): void
    {
        $known = $this->known(array_keys($days), $zones);
        $spans = $values = [];
        foreach ($days as $day => [$from, $to]) {
            $spans[] = '(?, ?, ?)';
            array_push($values, (string) $day, $from, $to);
        }
        $this->db->executeStatement(
            'INSERT OR REPLACE INTO reading_day WITH span(on_day, begins, ends) AS (VALUES '.implode(', ', $spans).")
             SELECT r.zone_id, s.on_day, count(DISTINCT r.at / 60), {$means} FROM span s JOIN reading r ON r.zone_id IN (".implode(', ', $zones).')
             AND r.at >= s.begins AND r.at < s.ends GROUP BY r.zone_id, s.on_day',
            $values,
        );
        $this->medium = null;
        $changed = [];
        foreach ($this->known(array_keys($days), $zones) as $key => $now) {
            $was = $known[$key] ?? null;
            foreach (['medium', 'air'] as $what) {
                if ($now[$what] !== null && ($was === null || $was[$what] === null || abs($now[$what] - $was[$what]) > self::OTHERWISE)) {
                    $changed[$what][$now['zone']] = $now['zone'];
                }
            }
        }
        $this->markOld(array_values($changed['medium'] ?? []));
        $this->airOutside(array_keys($days), array_values($changed['air'] ?? []));
    }

    /**
     * @param list<array-key> $days
     * @param list<int>       $zones
     *
     * @return array<string, array{zone: int, medium: ?float, air: ?float}> by zone and day
     */
    private function known(array $days, array $zones): array
    {
        $known = [];
        foreach (Row::all(
            $this->db,
            'SELECT zone_id, on_day, medium, air FROM reading_day WHERE zone_id IN (?) AND on_day IN (?) AND hours >= ?',
            [$zones, array_map(strval(...), $days), self::HOURS],
            [ArrayParameterType::INTEGER, ArrayParameterType::STRING],
        ) as $row) {
            $known[$row->int('zone_id').' '.$row->text('on_day')] = [
                'zone' => $row->int('zone_id'), 'medium' => $row->floatOrNull('medium'), 'air' => $row->floatOrNull('air'),
            ];
        }

        return $known;
    }

    /**
     * Forecasts of what roots there rest on it.
     *
     * @param list<int> $zones
     */
    private function markOld(array $zones): void
    {
        $this->db->executeStatement(
            'UPDATE batch_forecast SET stale = 1 WHERE stale = 0 AND batch_id IN (SELECT b.id FROM batch b WHERE b.left_bench_on IS NULL
                AND b.called_off = 0 AND (b.zone_id IN (:zones) OR b.id IN (SELECT m.batch_id FROM batch_moves_on m WHERE m.zone_id IN (:zones))))',
            ['zones' => $zones],
            ['zones' => ArrayParameterType::INTEGER],
        );
    }

    /**
     * A sensor in open ground or beside the stock plants measures the air outside: stock grows and its windows open by it.
     *
     * @param list<array-key> $days
     * @param list<int>       $zones
     */
    private function airOutside(array $days, array $zones): void
    {
        $new = (int) $this->db->executeStatement(
            'INSERT INTO air_day (on_day, mean) SELECT d.on_day, avg(d.air) FROM reading_day d JOIN zone z ON z.id = d.zone_id
             WHERE d.on_day IN (:days) AND d.zone_id IN (:zones) AND z.ground <> :bench AND d.hours >= :hours AND d.air IS NOT NULL GROUP BY d.on_day
             ON CONFLICT (on_day) DO NOTHING',
            ['days' => array_map(strval(...), $days), 'zones' => $zones, 'bench' => Ground::Bench->value, 'hours' => self::HOURS],
            ['days' => ArrayParameterType::STRING, 'zones' => ArrayParameterType::INTEGER],
        );
        if ($new > 0) {
            $this->redating->becauseTheHouseChanged();
        }
    }
}
