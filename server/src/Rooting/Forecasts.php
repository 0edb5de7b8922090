<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\DBAL\ParameterType;
use Doctrine\ORM\EntityManagerInterface;
use Psr\EventDispatcher\EventDispatcherInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Plan\ReadyDays;
use WetCradle\Core\Plan\Standing;
use WetCradle\Core\Rates\Mishap;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\BatchForecast;
use WetCradle\Core\Rooting\Forecast;
use WetCradle\Core\Rooting\LearntPace;
use WetCradle\Core\Rooting\LiftedThen;
use WetCradle\Core\Rooting\OwnPace;
use WetCradle\Server\Book\Counts;
use WetCradle\Server\Crops\Way;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Database\Written;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Rates\CropHistory;
use WetCradle\Server\Rates\Learning;

/**
 * What is believed of each batch that was stuck, kept: every screen that says how far one is, how much of it will root or how
 * likely that is asks here. Whatever a forecast rests on marks it old in the database; before the transaction of a write ends,
 * those that are old are reckoned anew.
 *
 * @phpstan-type Seen array{
 *     id: int, on: \DateTimeImmutable, lifted: int, rooted: int, dead: int, culled: int, trays: int, full: bool, tau: float,
 * }
 */
final class Forecasts
{
    /** What has not rooted after so many days is no longer waited for. */
    private const NEVER = 500;
    /** So many of the newest batches of a way teach how fast it roots. */
    private const TEACH = 12;
    /** @var array<int, ?Forecast> by batch */
    private array $known = [];

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Connection $db,
        private readonly CropHistory $history,
        private readonly Learning $learning,
        private readonly GivenWarmth $warmth,
        private readonly Counts $counts,
        private readonly House $house,
        private readonly EventDispatcherInterface $events,
    ) {
    }

    /** Null where nothing of it is left that could root. */
    public function of(Batch $batch): ?Forecast
    {
        return $this->ofAll([$batch])[(int) $batch->id];
    }

    /**
     * @param list<Batch> $batches that were stuck
     *
     * @return array<int, ?Forecast> by batch
     */
    public function ofAll(array $batches): array
    {
        $asked = [];
        foreach ($batches as $batch) {
            $asked[(int) $batch->id] = $batch;
        }
        $missing = array_keys(array_diff_key($asked, $this->known));
        if ($missing !== []) {
            foreach (Row::all(
                $this->db,
                'SELECT batch_id, packed FROM batch_forecast WHERE batch_id IN (?) AND packed IS NOT NULL',
                [$missing],
                [ArrayParameterType::INTEGER],
            ) as $row) {
                $packed = $row->text('packed');
                $this->known[$row->int('batch_id')] = $packed === '' ? null : Forecast::unpacked($packed);
            }
        }
        foreach (array_diff_key($asked, $this->known) as $id => $batch) {
            $this->known[$id] = self::orNone(fn () => $this->knownBy($batch, null)->forecast($this->culled($batch)));
        }

        return array_intersect_key($this->known, $asked);
    }

    /**
     * What is known by the checks up to a day; a check that is being made is laid upon it.
     *
     * @param ?int $but of the checks of that day, those before this one; all of them where it is none
     */
    public function knownBy(Batch $batch, ?\DateTimeImmutable $day, ?int $but = null): BatchForecast
    {
        $by = $day?->format('Y-m-d');

        return $this->believed($batch, array_values(array_filter(
            $this->seen($batch),
            static fn (array $seen) => $by === null || [$seen['on']->format('Y-m-d'), $seen['id']] < [$by, $but ?? PHP_INT_MAX],
        )));
    }

    /** What is believed of what was left longer after a count: as many of it root as the house has learnt, as fast as the rest did. */
    public function ofWhatWasLeft(Batch $batch, int $there): BatchForecast
    {
        [, , $d50, $d50Sd, $shape, $shapeSd, $alike] = $this->asked($batch);

        return BatchForecast::begin(
            Standing::leftLonger($this->house->defaults()),
            Mishap::of(0.0, Beta::of(1.0, 5.0)),
            $d50,
            $d50Sd,
            $shape,
            $shapeSd,
            $alike,
            max(1, $there),
        );
    }

    /** A check of so many as the model takes it; of what was left longer, nothing was taken out before. */
    public function lifted(Batch $batch, \DateTimeImmutable $day, int $lifted, int $rooted, int $dead, int $trays, bool $isFirstLine): LiftedThen
    {
        $taken = $isFirstLine ? $this->counts->takenOut([(int) $batch->id])[(int) $batch->id] ?? [] : [];
        $culled = min(self::before($taken, $day), self::stuck($batch) - 1);

        return LiftedThen::of($this->warmth->until($batch, $day), $lifted, $rooted, $dead, max(0, $culled), $trays);
    }

    /**
     * What was lifted while all of it stood there, and the first full count.
     *
     * @return list<Seen>
     */
    public function seen(Batch $batch): array
    {
        return $this->seenOf([$batch])[(int) $batch->id];
    }

    /**
     * @param list<Batch> $batches
     *
     * @return array<int, list<Seen>> by batch
     */
    private function seenOf(array $batches): array
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

    /** Reckons anew what is marked old. Must run inside a transaction. */
    #[AsEventListener(Written::class)]
    public function keepInStep(): void
    {
        if ($this->learning->anew()) {
            $this->history->forget();
        }
        $stale = array_map(intval(...), Row::words($this->db, 'SELECT batch_id FROM batch_forecast WHERE stale = 1'));
        if ($stale === []) {
            return;
        }
        $this->known = array_diff_key($this->known, array_flip($stale));
        $this->history->forget();
        foreach (array_chunk($stale, 400) as $some) {
            $batches = Row::things($this->em->createQuery('SELECT b, s, y, st, z, m, mz FROM '.Batch::class.' b JOIN b.sheet s JOIN s.way y
                LEFT JOIN b.standing st JOIN b.zone z LEFT JOIN b.movesOn m LEFT JOIN m.zone mz WHERE b.id IN (:some) AND b.sticking.stuckOn IS NOT NULL')
                ->setParameter('some', $some), Batch::class);
            $this->reckon($batches);
        }
        $this->db->executeStatement('UPDATE batch_forecast SET stale = 0 WHERE stale = 1');
        if ($this->learnSpeeds($stale) !== []) {
            // What is dated anew by it, and what is rooting, marks itself old once more; it teaches nothing new.
            $this->keepInStep();
        }
    }

    /**
     * How fast ways root, by what has left its trays: the newest batches of each.
     *
     * @param list<int> $changed batches of which the own pace may be another
     *
     * @return list<Way> of which it is another
     */
    private function learnSpeeds(array $changed): array
    {
        $ways = array_map(intval(...), Row::words($this->db, 'SELECT DISTINCT s.way_id FROM batch b JOIN way_sheet s ON s.id = b.sheet_id
            WHERE b.id IN (?) AND b.left_bench_on IS NOT NULL', [$changed], [ArrayParameterType::INTEGER]));
        $own = [];
        foreach (Row::all($this->db, 'SELECT s.way_id, f.own FROM batch_forecast f JOIN batch b ON b.id = f.batch_id JOIN way_sheet s ON s.id = b.sheet_id
            WHERE s.way_id IN (?) AND f.own IS NOT NULL ORDER BY b.stuck_on DESC, b.id DESC', [$ways], [ArrayParameterType::INTEGER]) as $row) {
            $kept = array_map(static fn (mixed $value) => is_numeric($value) ? (float) $value : 0.0, $row->json('own'));
            $own[$row->int('way_id')][] = OwnPace::kept($kept['d50'] ?? 0.0, $kept['lnSd'] ?? 0.0, $kept['shape'] ?? 0.0, $kept['shapeLnSd'] ?? 0.0);
        }
        $learned = [];
        foreach ($ways === [] ? [] : $this->em->getRepository(Way::class)->findBy(['id' => $ways]) as $way) {
            $pace = LearntPace::of($way->core()->reckoning->rooting, array_slice($own[(int) $way->id] ?? [], 0, self::TEACH));
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
        foreach ($learned as $way) {
            $this->events->dispatch(new SpeedLearnt($way));
        }

        return $learned;
    }

    /**
     * Of what has left its trays only how fast it rooted is kept: what else it was is asked for seldom, and reckoned then.
     *
     * @param list<Batch> $batches
     */
    private function reckon(array $batches): void
    {
        $seenOf = $this->seenOf($batches);
        $kept = [];
        foreach (Row::all(
            $this->db,
            'SELECT batch_id, rests_on, packed FROM batch_forecast WHERE batch_id IN (?)',
            [array_keys($seenOf)],
            [ArrayParameterType::INTEGER],
        ) as $row) {
            $kept[$row->int('batch_id')] = $row;
        }
        foreach ($batches as $batch) {
            $isOver = $batch->leftBenchOn !== null;
            $seen = $seenOf[(int) $batch->id];
            $restsOn = hash('xxh128', serialize([$isOver ? null : $this->asked($batch), $seen, $this->culled($batch), $isOver]));
            $before = $kept[(int) $batch->id] ?? null;
            $isKnown = $before?->text('rests_on') === $restsOn;
            if ($isOver && $isKnown) {
                continue;
            }
            // What is believed of it may be the same, and the warmth that is before it another.
            $packed = $isKnown ? $before->textOrNull('packed') : ($isOver ? null : $this->packed($batch, $seen));
            $roots = $packed === null || $packed === '' ? null : json_encode($this->roots($batch, Forecast::unpacked($packed)), JSON_THROW_ON_ERROR);
            $own = $isOver ? self::pace($batch, $seen) : null;
            $this->db->executeStatement(
                'UPDATE batch_forecast SET rests_on = ?, packed = ?, roots = ?, own = ? WHERE batch_id = ?',
                [$restsOn, $packed, $roots, $own === null ? null : json_encode($own, JSON_THROW_ON_ERROR), $batch->id],
                [
                    ParameterType::STRING, $packed === null ? ParameterType::NULL : ParameterType::LARGE_OBJECT,
                    $roots === null ? ParameterType::NULL : ParameterType::STRING,
                    $own === null ? ParameterType::NULL : ParameterType::STRING, ParameterType::INTEGER,
                ],
            );
        }
    }

    /** @return list<int> days since it was stuck by which as much of it has rooted as is waited for, at each chance of `ReadyDays` */
    private function roots(Batch $batch, Forecast $forecast): array
    {
        $share = $batch->sheet->core()->potting->readyShare;
        $wanted = array_map(static fn (float $chance) => $forecast->readyTau($share, $chance), ReadyDays::CHANCES);
        $roots = [];
        $tau = 0.0;
        for ($day = $batch->begins(), $days = 0; count($roots) < count($wanted); $day = $day->modify('+1 day'), ++$days) {
            while (isset($wanted[count($roots)]) && ($tau >= $wanted[count($roots)] || $days >= self::NEVER)) {
                $roots[] = $days;
            }
            $tau += $this->warmth->on($batch, $day);
        }

        return $roots;
    }

    /**
     * What is known of batches by their numbers: how much of them roots in the end, and when.
     *
     * @param list<int> $batches
     *
     * @return array<int, array{forecast: Forecast, roots: list<int>}> without those of which nothing is kept
     */
    public function kept(array $batches): array
    {
        $kept = [];
        foreach (Row::all(
            $this->db,
            "SELECT batch_id, packed, roots FROM batch_forecast WHERE batch_id IN (?) AND packed IS NOT NULL AND packed <> '' AND roots IS NOT NULL",
            [$batches],
            [ArrayParameterType::INTEGER],
        ) as $row) {
            $roots = array_map(static fn (mixed $days) => is_numeric($days) ? (int) $days : 0, array_values($row->json('roots')));
            $kept[$row->int('batch_id')] = ['forecast' => Forecast::unpacked($row->text('packed')), 'roots' => $roots];
        }

        return $kept;
    }

    /** @param list<Seen> $seen */
    private function packed(Batch $batch, array $seen): string
    {
        return self::orNone(fn () => $this->believed($batch, $seen)->forecast($this->culled($batch)))?->packed() ?? '';
    }

    /** @param list<Seen> $seen */
    private static function pace(Batch $batch, array $seen): ?OwnPace
    {
        return OwnPace::of(
            $batch->sheet->core()->reckoning->rooting,
            ($batch->standing->rooted ?? 0) / max(1, self::stuck($batch)),
            // As trays are usually alike: what is over is not reckoned anew for a habit that changes.
            HouseDefault::TraysAlike->usual(),
            self::stuck($batch),
            array_values(array_map(self::then(...), array_filter($seen, static fn (array $check) => !$check['full']))),
        );
    }

    /** @param Seen $check */
    private static function then(array $check): LiftedThen
    {
        return LiftedThen::of($check['tau'], $check['lifted'], $check['rooted'], $check['dead'], $check['culled'], $check['trays']);
    }

    /** @param list<Seen> $seen */
    private function believed(Batch $batch, array $seen): BatchForecast
    {
        [$rate, $mishap, $d50, $d50Sd, $shape, $shapeSd, $alike, $stuck] = $this->asked($batch);
        $known = BatchForecast::begin($rate, $mishap, $d50, $d50Sd, $shape, $shapeSd, $alike, $stuck);
        foreach ($seen as $check) {
            $known = $known->seeing(self::then($check));
        }

        return $known;
    }

    /** @return array{Beta, Mishap, float, float, float, float, float, int} what is believed before anything was seen */
    private function asked(Batch $batch): array
    {
        $sheet = $batch->sheet->core();
        $pace = $sheet->rootsHere();

        return [
            $this->history->rateWithout($batch->sheet->way, $batch->code)->forNewBatch, $this->learning->nursery()->mishap,
            $pace->halfAt, $sheet->speedLnSd(), $pace->shape, LearntPace::sheetLnSd(),
            $this->house->defaults()->number(HouseDefault::TraysAlike), max(1, self::stuck($batch)),
        ];
    }

    private static function stuck(Batch $batch): int
    {
        return $batch->standing->stuck ?? 0;
    }

    /** Plants that were taken out of its trays by now without known roots. */
    private function culled(Batch $batch): int
    {
        return min(self::stuck($batch), array_sum($batch->standing->lostInTrays ?? []));
    }

    /** @param \Closure(): Forecast $forecast */
    private static function orNone(\Closure $forecast): ?Forecast
    {
        try {
            return $forecast();
        } catch (Refused) {
            return null;
        }
    }
}
