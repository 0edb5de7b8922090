<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use WetCradle\Core\Fact;
use WetCradle\Core\Plan\Named;
use WetCradle\Core\Plan\PlannedBatch;
use WetCradle\Core\Plan\PlansCompared;
use WetCradle\Core\Plan\VersionsKept;
use WetCradle\Server\Bench\MovesOn;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Potting\PotLot;
use WetCradle\Server\Stock\StockBlock;
use WetCradle\Server\Wanted\Wanted;

/** Versions of the plan: keeping one, what changed since, and going back. What is stuck stays stuck. */
final class Versions
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Connection $db,
        private readonly Writing $writing,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /** @param list<string> $also codes of batches that are kept although they have left the bench, and of lots */
    public function keep(string $name, bool $automatic, array $also = []): PlanVersion
    {
        $version = new PlanVersion(
            $name,
            $this->today->now(),
            $this->writing->by(),
            $automatic,
            array_map(static fn (PlannedBatch $b) => $b->toArray(), $this->now($also)),
            array_map(static fn (PotLot $lot) => ['code' => $lot->code, 'zone' => $lot->zone?->id] + $lot->stands(), $this->lots($also)),
        );
        $this->em->persist($version);
        $this->em->flush();
        $this->letGo();

        return $version;
    }

    /** @return list<array<string, mixed>> newest first, without what is in them */
    public function all(): array
    {
        $rows = Row::all($this->db, 'SELECT v.id, v.name, v.kept_at, v.automatic, a.name AS person, json_array_length(v.content) AS batches
            FROM plan_version v JOIN account a ON a.id = v.by_id ORDER BY v.id DESC');

        return array_map(static fn (Row $row) => [
            'id' => $row->int('id'), 'name' => $row->text('name'), 'keptAt' => substr($row->text('kept_at'), 0, 16), 'by' => $row->text('person'),
            'automatic' => $row->flag('automatic'), 'batches' => $row->int('batches'),
        ], $rows);
    }

    /** Each change of many batches keeps the whole plan: of those that nobody asked for, few are kept. */
    private function letGo(): void
    {
        $rows = Row::all($this->db, 'SELECT id, substr(kept_at, 1, 10) AS kept_on FROM plan_version WHERE automatic = 1 ORDER BY id DESC');
        $automatic = array_map(static fn (Row $row) => ['id' => $row->int('id'), 'on' => $row->text('kept_on')], $rows);
        $gone = VersionsKept::letGo($automatic, $this->today->day());
        if ($gone !== []) {
            $this->db->executeStatement('DELETE FROM plan_version WHERE id IN (?)', [$gone], [ArrayParameterType::INTEGER]);
        }
    }

    /** @return array{version: array<string, mixed>, changes: list<array{code: string, crop: string, what: string, words: Fact}>} */
    public function compare(int $id): array
    {
        $version = $this->version($id);

        return ['version' => $version->toArray(), 'changes' => PlansCompared::of($version->batches(), $this->now(self::codes($version->batches())))];
    }

    /**
     * Makes the plan what it was; what it is now is kept first.
     *
     * @param ?array<string, int> $only versions in which batches to be put back were seen, by code; null for all
     *
     * @return array{version: ?int, changed: int}
     */
    public function back(int $id, ?array $only = null): array
    {
        $version = $this->version($id);
        $kept = $this->keep(
            sprintf('Before going back to “%s”', mb_substr($version->name, 0, 80)),
            true,
            [...self::codes($version->batches()), ...array_column($version->lots, 'code')],
        );
        $then = [];
        foreach ($version->batches() as $plan) {
            $then[$plan->code] = $plan;
        }
        $changed = 0;
        $batches = Row::things(
            $this->em->createQuery('SELECT b, h, y, st, sh, m FROM '.Batch::class.' b JOIN b.sheet h JOIN h.way y
                LEFT JOIN b.standing st LEFT JOIN b.shared sh LEFT JOIN b.movesOn m
                WHERE b.leftBenchOn IS NULL OR b.code IN (:codes) ORDER BY b.id, m.fromDay')
                ->setParameter('codes', array_keys($then)),
            Batch::class,
        );
        if ($only !== null) {
            $batches = array_values(array_filter($batches, static fn (Batch $batch) => isset($only[$batch->code])));
            array_map(static fn (Batch $batch) => $batch->mustBeAsSeen($only[$batch->code]), $batches);
        }
        $before = array_map(self::says(...), $batches);
        $this->freeWays($batches, $then);
        foreach ($batches as $i => $batch) {
            $plan = $then[$batch->code] ?? null;
            if (self::goesBack($batch, $plan)) {
                $this->restore($batch, $plan);
            } elseif ($plan === null && !$batch->isStuck()) {
                $batch->calledOff = true;
            }
            $after = self::says($batch);
            if ($after !== $before[$i]) {
                ++$changed;
                ++$batch->timesMoved;
                $this->writing->keep('batch', $batch->code, $before[$i], $after);
            }
        }
        $changed += $this->carryBack($version, $only);
        $this->em->flush();

        return ['version' => $kept->id, 'changed' => $changed];
    }

    /**
     * @param ?array<string, int> $only
     *
     * @return int lots that stand again where they did
     */
    private function carryBack(PlanVersion $version, ?array $only): int
    {
        $changed = 0;
        foreach ($version->lots as $was) {
            $lot = $this->em->getRepository(PotLot::class)->findOneBy(['code' => $was['code']]);
            if ($lot === null || ($only !== null && !isset($only[$lot->code]))) {
                continue;
            }
            if ($only !== null) {
                $lot->mustBeAsSeen($only[$lot->code]);
            }
            $before = $lot->stands();
            $zone = $was['zone'] === null ? null : $this->em->find(Zone::class, $was['zone']) ?? $lot->zone;
            $lot->movesTo($zone, $was['spaced'], new \DateTimeImmutable($was['since']));
            $this->writing->keep('lot', $lot->code, $before, $lot->stands());
            ++$changed;
        }

        return $changed;
    }

    /**
     * @param list<string> $codes
     *
     * @return list<PotLot>
     */
    private function lots(array $codes): array
    {
        return $this->em->getRepository(PotLot::class)->findBy(['code' => array_values(array_filter($codes, PotLot::isCode(...)))], ['id' => 'ASC']);
    }

    /** @return array<string, mixed> */
    private static function says(Batch $batch): array
    {
        return self::of($batch)->toArray() + ['calledOff' => $batch->calledOff];
    }

    /** @phpstan-assert-if-true =PlannedBatch $plan */
    private static function goesBack(Batch $batch, ?PlannedBatch $plan): bool
    {
        return $plan !== null && (!$batch->isStuck() || $plan->stuck);
    }

    /**
     * Takes away where batches would go on to, where that is to be another: of one day a batch has one place, so that the old
     * one goes first.
     *
     * @param list<Batch>                 $batches
     * @param array<string, PlannedBatch> $then    by code
     */
    private function freeWays(array $batches, array $then): void
    {
        foreach ($batches as $batch) {
            $plan = $then[$batch->code] ?? null;
            if (self::goesBack($batch, $plan) && $batch->leftBenchOn === null && !self::of($batch)->movesOnAs($plan)) {
                $batch->movesOn->clear();
            }
        }
        $this->em->flush();
    }

    private function restore(Batch $batch, PlannedBatch $plan): void
    {
        $batch->potsZone = $plan->pots === null ? null : $this->em->find(Zone::class, $plan->pots['zone']->id) ?? $batch->potsZone;
        $batch->potsSpaced = $plan->pots['spaced'] ?? false;
        if ($batch->leftBenchOn !== null) {
            return;
        }
        $batch->days->heldDays = $plan->heldDays;
        $batch->days->potWeek = $plan->potWeek;
        foreach ($batch->movesOn->isEmpty() ? $plan->movesOn : [] as $on) {
            $zone = $this->em->find(Zone::class, $on['zone']->id);
            if ($zone !== null) {
                $batch->movesOn->add(new MovesOn($batch, $zone, new \DateTimeImmutable($on['from'])));
            }
        }
        if (!$batch->isStuck()) {
            $batch->calledOff = false;
            $batch->amount->trays = $plan->trays;
            $batch->amount->planned = $plan->cuttings;
            $batch->zone = $this->em->find(Zone::class, $plan->zone->id) ?? $batch->zone;
            $batch->trayKind = $plan->trayKind === null
                ? $batch->trayKind
                : $this->em->find(TrayKind::class, $plan->trayKind->id) ?? $batch->trayKind;
            $batch->block = $this->em->find(StockBlock::class, $plan->block->id) ?? $batch->block;
            $orders = array_values(array_filter(array_map(fn (int $id) => $this->em->find(Wanted::class, $id), $plan->orders)));
            $batch->wanted = array_shift($orders);
            $batch->shared->clear();
            array_map($batch->shared->add(...), $orders);
        }
        $batch->reckonedAs($batch->datesFrom($batch->sticking->stuckOn ?? new \DateTimeImmutable($plan->stickOn), $this->house->timetable()));
    }

    private function version(int $id): PlanVersion
    {
        return $this->em->find(PlanVersion::class, $id) ?? throw new NotFoundHttpException();
    }

    /**
     * The plan as it is: all that is planned or on a bench.
     *
     * @param list<string> $also codes of batches that are looked at although they have left the bench since
     *
     * @return list<PlannedBatch>
     */
    private function now(array $also = []): array
    {
        $query = $this->em->createQuery(
            'SELECT b, c, k, z, w, t, m, st, sh FROM '.Batch::class.' b JOIN b.crop c JOIN b.block k JOIN b.zone z JOIN b.trayKind t
                LEFT JOIN b.movesOn m LEFT JOIN b.wanted w LEFT JOIN b.standing st LEFT JOIN b.shared sh
                WHERE b.calledOff = false AND (b.leftBenchOn IS NULL OR b.code IN (:codes))
                ORDER BY b.days.stickOn, b.id, m.fromDay',
        )
            ->setParameter('codes', $also);

        return array_map(self::of(...), Row::things($query, Batch::class));
    }

    /**
     * @param list<PlannedBatch> $batches
     *
     * @return list<string>
     */
    private static function codes(array $batches): array
    {
        return array_map(static fn (PlannedBatch $b) => $b->code, $batches);
    }

    private static function of(Batch $batch): PlannedBatch
    {
        $orders = array_map(static fn (Wanted $w) => (int) $w->id, $batch->shared->toArray());
        sort($orders);

        return new PlannedBatch(
            code: $batch->code,
            crop: $batch->crop->name,
            orders: [...$batch->wanted === null ? [] : [(int) $batch->wanted->id], ...$orders],
            block: Named::as((int) $batch->block->id, $batch->block->code),
            zone: self::named($batch->zone),
            trays: $batch->amount->trays,
            cuttings: $batch->amount->planned,
            stickOn: $batch->days->stickOn->format('Y-m-d'),
            heldDays: $batch->days->heldDays,
            readyOn: $batch->days->readyOn->format('Y-m-d'),
            stuck: $batch->isStuck(),
            trayKind: Named::as((int) $batch->trayKind->id, $batch->trayKind->name),
            movesOn: array_map(
                static fn (MovesOn $on) => ['zone' => self::named($on->zone), 'from' => $on->fromDay->format('Y-m-d')],
                $batch->movesOn->getValues(),
            ),
            pots: $batch->potsZone === null ? null : ['zone' => self::named($batch->potsZone), 'spaced' => $batch->potsSpaced],
            potWeek: $batch->days->potWeek,
        );
    }

    private static function named(Zone $zone): Named
    {
        return Named::as((int) $zone->id, $zone->name);
    }
}
