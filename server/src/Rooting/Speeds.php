<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\DBAL\ParameterType;
use Doctrine\ORM\EntityManagerInterface;
use Psr\EventDispatcher\EventDispatcherInterface;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\Rooting\LearntPace;
use WetCradle\Core\Rooting\OwnPace;
use WetCradle\Server\Crops\Way;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Plan\Batch;

/**
 * How fast ways root here, learnt from what has left its trays.
 *
 * @phpstan-import-type Seen from SeenBatches
 */
final class Speeds
{
    /** So many of the newest batches of a way teach how fast it roots. */
    private const TEACH = 12;

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Connection $db,
        private readonly EventDispatcherInterface $events,
    ) {
    }

    /** How sure it is how fast a new batch of a way roots, as a standard deviation of the logarithm of its d50, by what is kept in this column. */
    public static function lnSdOf(Row $row, string $column): float
    {
        $kept = $row->textOrNull($column) === null ? [] : $row->json($column);

        return is_numeric($kept['lnSd'] ?? null) ? (float) $kept['lnSd'] : LearntPace::sheetLnSd();
    }

    /**
     * How fast ways root, by what has left its trays: the newest batches of each.
     *
     * @param list<int> $changed batches of which the own pace may be another
     *
     * @return list<Way> of which it is another
     */
    public function learn(array $changed): array
    {
        $ways = array_map(intval(...), Row::words($this->db, 'SELECT DISTINCT s.way_id FROM batch b JOIN way_sheet s ON s.id = b.sheet_id
            WHERE b.id IN (?) AND b.left_bench_on IS NOT NULL', [$changed], [ArrayParameterType::INTEGER]));
        $own = $this->own($ways);
        $learned = [];
        foreach ($ways === [] ? [] : $this->em->getRepository(Way::class)->findBy(['id' => $ways]) as $way) {
            $pace = LearntPace::of($way->core()->reckoning->rooting, array_values($own[(int) $way->id] ?? []));
            $learnt = $pace === null ? null : [
                'halfAt' => $pace->pace->halfAt, 'shape' => $pace->pace->shape, 'lnSd' => $pace->lnSd, 'batches' => $pace->batches,
            ];
            if ($learnt !== $way->learnt) {
                $kept = $learnt === null ? null : json_encode($learnt, JSON_THROW_ON_ERROR | JSON_PRESERVE_ZERO_FRACTION);
                $this->db->update('way', ['learnt' => $kept], ['id' => $way->id]);
                $way->learnt = $learnt;
                $learned[] = $way;
            }
        }
        if ($learned !== []) {
            $this->events->dispatch(new SpeedLearnt($learned));
        }

        return $learned;
    }

    /**
     * How fast the newest batches of ways rooted by themselves.
     *
     * @param ?list<int> $ways null for all
     *
     * @return array<int, array<string, OwnPace>> by way, then by code, the newest first
     */
    public function own(?array $ways = null): array
    {
        $own = [];
        foreach (Row::all($this->db, 'SELECT way_id, code, own FROM (
                SELECT s.way_id, b.code, f.own, row_number() OVER (PARTITION BY s.way_id ORDER BY b.stuck_on DESC, b.id DESC) AS newest
                FROM batch_forecast f JOIN batch b ON b.id = f.batch_id JOIN way_sheet s ON s.id = b.sheet_id
                WHERE f.own IS NOT NULL AND (s.way_id IN (:ways) OR :all)
            ) WHERE newest <= :teach ORDER BY way_id, newest',
            ['ways' => $ways ?? [], 'all' => $ways === null, 'teach' => self::TEACH],
            ['ways' => ArrayParameterType::INTEGER, 'all' => ParameterType::BOOLEAN, 'teach' => ParameterType::INTEGER]) as $row) {
            $kept = array_map(static fn (mixed $value) => is_numeric($value) ? (float) $value : 0.0, $row->json('own'));
            $own[$row->int('way_id')][$row->text('code')] = OwnPace::kept(
                $kept['d50'] ?? 0.0,
                $kept['lnSd'] ?? 0.0,
                $kept['shape'] ?? 0.0,
                $kept['shapeLnSd'] ?? 0.0,
            );
        }

        return $own;
    }

    /**
     * How fast one batch rooted by itself.
     *
     * @param list<Seen> $seen
     */
    public static function pace(Batch $batch, array $seen): ?OwnPace
    {
        return OwnPace::of(
            $batch->sheet->core()->reckoning->rooting,
            ($batch->standing->rooted ?? 0) / max(1, $batch->standing->stuck ?? 0),
            // As trays are usually alike: what is over is not reckoned anew for a habit that changes.
            HouseDefault::TraysAlike->usual(),
            $batch->standing->stuck ?? 0,
            array_values(array_map(SeenBatches::then(...), array_filter($seen, static fn (array $check) => !$check['full']))),
        );
    }
}
