<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Bench\SharedTray;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\Refused;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Plan\Intended;
use WetCradle\Server\Plan\TrayKind;

/** Trays that batches share: who stands in whose, and whose last tray has room. */
final class SharedTrays
{
    public function __construct(private readonly EntityManagerInterface $em, private readonly House $house)
    {
    }

    /**
     * Batches in whose last tray what is left over of another could stand: of the same kind, and stuck at about the same time.
     *
     * @param int     $holes that the other takes in all its trays
     * @param ?string $but   its own code, where it has one
     *
     * @return list<array{code: string, crop: string, zone: int, zoneName: string, stickOn: string, free: int}>
     */
    public function openTo(TrayKind $kind, \DateTimeImmutable $stickOn, int $holes, ?string $but = null): array
    {
        $over = SharedTray::over($holes, $kind->cells);
        $hosts = array_filter($this->near($kind, $stickOn), static fn (Batch $host) => $host->code !== $but);
        $taken = $this->takenIn($hosts, $but);
        $open = [];
        foreach ($hosts as $host) {
            $free = SharedTray::free($host->holes(), $kind->cells, $taken[$host->code] ?? []);
            if ($free >= $over) {
                $zone = $host->zoneOn($stickOn);
                $open[] = [
                    'code' => $host->code, 'crop' => $host->crop->name, 'zone' => (int) $zone->id, 'zoneName' => $zone->name,
                    'stickOn' => $host->begins()->format('Y-m-d'), 'free' => $free,
                ];
            }
        }

        return $open;
    }

    /**
     * @param ?string $code of the batch that is planned anew
     *
     * @throws Refused for `inTrayOf`
     */
    public function mustTake(Batch $host, Intended $guest, ?string $code): void
    {
        $refuse = static fn (string $why, Fact $words) => Refused::because($why, 'inTrayOf', $words);
        $within = $this->house->defaults()->whole(HouseDefault::SharesTrayWithin);
        if ($code !== null && ($host->code === $code || $this->takenIn([$this->batch($code)], null) !== [])) {
            throw $refuse('not_possible', Fact::of($host->code === $code ? 'tray.own' : 'tray.has_guests', batch: $code));
        }
        $lies = $host->zoneOn($guest->dates->stickOn);
        if (!SharedTray::stands((int) $guest->trayKind->id, (int) $host->trayKind->id, true, (int) $guest->zone->id, (int) $lies->id)) {
            throw $refuse('elsewhere', Fact::of('tray.elsewhere', batch: $host->code, tray: $host->trayKind->name, zone: $host->zone->name));
        }
        if (!in_array($host, $this->near($guest->trayKind, $guest->dates->stickOn), true)) {
            throw $refuse('too_far_apart', Fact::of('tray.too_far_apart', batch: $host->code, on: $host->begins(), days: $within));
        }
        $free = SharedTray::free($host->holes(), $host->trayKind->cells, $this->takenIn([$host], $code)[$host->code] ?? []);
        $over = SharedTray::over($guest->holes(), $host->trayKind->cells);
        if ($free < $over) {
            throw $refuse('no_room', Fact::of('tray.full', batch: $host->code, free: $free, over: $over));
        }
    }

    /** @return array<string, non-empty-list<string>> codes of those that stand in the last tray of each, by its code; only of those in which some do */
    public function guestsOf(Batch ...$hosts): array
    {
        $guests = [];
        foreach (Row::all(
            $this->em->getConnection(),
            'SELECT b.code, h.code AS host FROM batch b JOIN batch h ON h.id = b.in_tray_of_id
                WHERE b.in_tray_of_id IN (?) AND b.called_off = 0 AND b.left_bench_on IS NULL ORDER BY b.code',
            [array_map(static fn (Batch $host) => (int) $host->id, $hosts)],
            [ArrayParameterType::INTEGER],
        ) as $row) {
            $guests[$row->text('host')][] = $row->text('code');
        }

        return $guests;
    }

    /** @return list<Batch> on the bench or to be, with trays of their own of this kind, stuck at about this time and not counted yet */
    private function near(TrayKind $kind, \DateTimeImmutable $stickOn): array
    {
        $within = $this->house->defaults()->whole(HouseDefault::SharesTrayWithin);

        return Row::things(
            $this->em->createQuery('SELECT b, c, z, s, st FROM '.Batch::class.' b JOIN b.crop c JOIN b.zone z JOIN b.sheet s LEFT JOIN b.standing st
                WHERE b.trayKind = :kind AND b.calledOff = false AND b.leftBenchOn IS NULL AND b.inTrayOf IS NULL AND (st.counted IS NULL OR st.counted = false)
                AND COALESCE(b.sticking.stuckOn, b.days.stickOn) BETWEEN :from AND :to ORDER BY b.code')
                ->setParameter('kind', $kind)
                ->setParameter('from', $stickOn->modify(sprintf('-%d days', $within))->format('Y-m-d'))
                ->setParameter('to', $stickOn->modify(sprintf('+%d days', $within))->format('Y-m-d')),
            Batch::class,
        );
    }

    /**
     * @param array<Batch> $hosts
     *
     * @return array<string, list<int>> holes that others take in the last tray of each
     */
    private function takenIn(array $hosts, ?string $but): array
    {
        $taken = [];
        foreach (Row::things(
            $this->em->createQuery('SELECT b, h, k, s, st FROM '.Batch::class.' b JOIN b.inTrayOf h JOIN b.trayKind k JOIN b.sheet s LEFT JOIN b.standing st
                WHERE h IN (:hosts) AND b.calledOff = false AND b.leftBenchOn IS NULL')->setParameter('hosts', $hosts),
            Batch::class,
        ) as $guest) {
            if ($guest->code !== $but && $guest->inTrayOf !== null) {
                $taken[$guest->inTrayOf->code][] = SharedTray::over($guest->holes(), $guest->trayKind->cells);
            }
        }

        return $taken;
    }

    private function batch(string $code): Batch
    {
        return $this->em->getRepository(Batch::class)->findOneBy(['code' => $code]) ?? throw new \LogicException('It is planned anew.');
    }
}
