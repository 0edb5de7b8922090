<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\DBAL\ParameterType;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Plan\ReadyDays;
use WetCradle\Core\Rates\Mishap;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\BatchForecast;
use WetCradle\Core\Rooting\Forecast;
use WetCradle\Core\Rooting\LearntPace;
use WetCradle\Server\Bench\MovesOn;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Database\Written;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Rates\CropHistory;
use WetCradle\Server\Rates\Learning;
use WetCradle\Server\Rates\LearntShares;

/**
 * What is believed of each batch that was stuck, kept: every screen that says how far one is, how much of it will root or how
 * likely that is asks here. Whatever a forecast rests on marks it old in the database; before the transaction of a write ends,
 * those that are old are reckoned anew.
 *
 * @phpstan-import-type Seen from SeenBatches
 */
final class Forecasts
{
    /** What has not rooted after so many days is no longer waited for. */
    private const NEVER = 500;
    /** @var array<int, ?Forecast> by batch */
    private array $known = [];
    /** @var ?array{string, list<string>, BatchForecast} the newest that was reckoned: of which batch and belief, and by what was seen */
    private ?array $last = null;

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Connection $db,
        private readonly CropHistory $history,
        private readonly Learning $learning,
        private readonly LearntShares $shares,
        private readonly SeenBatches $seen,
        private readonly Speeds $speeds,
        private readonly GivenWarmth $warmth,
        private readonly House $house,
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
            $this->seen->of($batch),
            static fn (array $seen) => $by === null || [$seen['on']->format('Y-m-d'), $seen['id']] < [$by, $but ?? PHP_INT_MAX],
        )));
    }

    /** What is believed of what was left longer after a count: as many of it root as its way has learnt, as fast as the rest did. */
    public function ofWhatWasLeft(Batch $batch, int $there): BatchForecast
    {
        [, , $d50, $d50Sd, $shape, $shapeSd, $alike] = $this->asked($batch);

        return BatchForecast::begin(
            $batch->sheet->core()->leftLongerRootsHere($this->house->defaults()),
            Mishap::of(0.0, Beta::of(1.0, 5.0)),
            $d50,
            $d50Sd,
            $shape,
            $shapeSd,
            $alike,
            max(1, $there),
        );
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
            $query = $this->em->createQuery('SELECT b, st, m FROM '.Batch::class.' b LEFT JOIN b.standing st LEFT JOIN b.movesOn m
                WHERE b.id IN (:some) AND b.sticking.stuckOn IS NOT NULL')->setParameter('some', $some);
            Row::apart($query, MovesOn::class, 'zone');
            $this->reckon(Row::things(Row::apart($query, Batch::class, 'sheet', 'zone'), Batch::class));
        }
        $this->shares->anew($stale);
        $this->db->executeStatement('UPDATE batch_forecast SET stale = 0 WHERE stale = 1');
        if ($this->speeds->learn($stale) !== []) {
            // What is dated anew by it, and what is rooting, marks itself old once more; it teaches nothing new.
            $this->keepInStep();
        }
    }

    /**
     * Of what has left its trays only how fast it rooted is kept: what else it was is asked for seldom, and reckoned then.
     *
     * @param list<Batch> $batches
     */
    private function reckon(array $batches): void
    {
        $seenOf = $this->seen->ofAll($batches);
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
            $own = $isOver ? Speeds::pace($batch, $seen) : null;
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
    private function believed(Batch $batch, array $seen): BatchForecast
    {
        $asked = $this->asked($batch);
        [$of, $told] = [serialize([$batch->id, $asked]), array_map(serialize(...), $seen)];
        [$lastOf, $by, $known] = $this->last ?? ['', [], null];
        // A check that is judged is kept in the same request: what all before it say is not reckoned twice.
        if ($known === null || $lastOf !== $of || array_slice($told, 0, count($by)) !== $by) {
            [$rate, $mishap, $d50, $d50Sd, $shape, $shapeSd, $alike, $stuck] = $asked;
            [$by, $known] = [[], BatchForecast::begin($rate, $mishap, $d50, $d50Sd, $shape, $shapeSd, $alike, $stuck)];
        }
        foreach (array_slice($seen, count($by)) as $check) {
            $known = $known->seeing(SeenBatches::then($check));
        }
        $this->last = [$of, $told, $known];

        return $known;
    }

    /** @return array{Beta, Mishap, float, float, float, float, float, int} what is believed before anything was seen */
    private function asked(Batch $batch): array
    {
        $sheet = $batch->sheet->core();
        $pace = $sheet->rootsHere();

        return [
            $this->history->rateWithout($batch->sheet->way, $batch->code)->forNewBatch, $this->learning->nursery()->mishap,
            $pace->halfAt, $sheet->speedLnSd(), $pace->shape, LearntPace::shapeLnSd(),
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
