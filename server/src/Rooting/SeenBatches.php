<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use WetCradle\Core\Rooting\LiftedThen;
use WetCradle\Server\Book\Counts;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Plan\Batch;

/**
 * What was seen of batches while all of them stood in their trays, as a forecast takes it: their checks, and the first full count.
 *
 * @phpstan-type Seen array{
 *     id: int, on: \DateTimeImmutable, lifted: int, rooted: int, dead: int, culled: int, trays: int, full: bool, tau: float,
 * }
 */
final class SeenBatches
{
    public function __construct(private readonly Connection $db, private readonly Counts $counts, private readonly GivenWarmth $warmth)
    {
    }

    /** A check of so many as the model takes it; of what was left longer, nothing was taken out before. */
    public function lifted(Batch $batch, \DateTimeImmutable $day, int $lifted, int $rooted, int $dead, int $trays, bool $isFirstLine): LiftedThen
    {
        $taken = $isFirstLine ? $this->counts->takenOut([(int) $batch->id])[(int) $batch->id] ?? [] : [];
        $culled = min(self::before($taken, $day), self::stuck($batch) - 1);

        return LiftedThen::of($this->warmth->until($batch, $day), $lifted, $rooted, $dead, max(0, $culled), $trays);
    }

    /** @return list<Seen> */
    public function of(Batch $batch): array
    {
        return $this->ofAll([$batch])[(int) $batch->id];
    }

    /**
     * @param list<Batch> $batches
     *
     * @return array<int, list<Seen>> by batch
     */
    public function ofAll(array $batches): array
    {
        $ids = array_map(static fn (Batch $batch) => (int) $batch->id, $batches);
        $counts = $this->counts->first($ids);
        $taken = $this->counts->takenOut($ids);
        $checks = [];
        foreach (Row::all(
            $this->db,
            'SELECT l.batch_id, r.id, r.on_day, r.lifted, r.rooted, r.stages, r.trays FROM root_check r JOIN line l ON l.id = r.line_id
                WHERE l.batch_id IN (?) AND l.number = 1 ORDER BY r.on_day, r.id',
            [$ids],
            [ArrayParameterType::INTEGER],
        ) as $row) {
            $checks[$row->int('batch_id')][] = $row;
        }
        $all = [];
        foreach ($batches as $batch) {
            $id = (int) $batch->id;
            $all[$id] = $this->seenBy($batch, $checks[$id] ?? [], $taken[$id] ?? [], $counts[$id] ?? null);
        }

        return $all;
    }

    /**
     * @param list<Row>                                              $checks
     * @param list<array{on: string, all: int, dead: int}>           $taken
     * @param ?array{on: \DateTimeImmutable, rooted: int} $count
     *
     * @return list<Seen>
     */
    private function seenBy(Batch $batch, array $checks, array $taken, ?array $count): array
    {
        $stuck = self::stuck($batch);
        $seen = [];
        foreach ($checks as $row) {
            $on = $row->day('on_day');
            $culled = self::before($taken, $on);
            if ($culled < $stuck && ($count === null || $on < $count['on'])) {
                $seen[] = [
                    'id' => $row->int('id'), 'on' => $on, 'lifted' => $row->int('lifted'), 'rooted' => $row->many('rooted'),
                    'dead' => $row->counts('stages')['dead'] ?? 0,
                    'culled' => $culled, 'trays' => $row->int('trays'), 'full' => false, 'tau' => $this->warmth->until($batch, $on),
                ];
            }
        }
        $there = $count === null ? 0 : $stuck - self::before($taken, $count['on']);
        if ($count !== null && $there > 0) {
            $rooted = min($there, $count['rooted']);
            $dead = array_sum(array_map(static fn (array $day) => $day['on'] === $count['on']->format('Y-m-d') ? $day['dead'] : 0, $taken));
            $seen[] = [
                // Counted one by one, none tells less for standing beside another.
                'id' => PHP_INT_MAX, 'on' => $count['on'], 'lifted' => $there, 'rooted' => $rooted,
                'dead' => min($there - $rooted, $dead), 'culled' => $stuck - $there,
                'trays' => $there, 'full' => true, 'tau' => $this->warmth->until($batch, $count['on']),
            ];
        }

        return $seen;
    }

    /** @param list<array{on: string, all: int, dead: int}> $taken */
    private static function before(array $taken, \DateTimeImmutable $day): int
    {
        return array_sum(array_map(static fn (array $one) => $one['on'] < $day->format('Y-m-d') ? $one['all'] : 0, $taken));
    }

    /** @param Seen $check */
    public static function then(array $check): LiftedThen
    {
        return LiftedThen::of($check['tau'], $check['lifted'], $check['rooted'], $check['dead'], $check['culled'], $check['trays']);
    }

    /** Of which anything can be told: what was stuck. */
    private static function stuck(Batch $batch): int
    {
        return $batch->standing->stuck ?? 0;
    }
}
