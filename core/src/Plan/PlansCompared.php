<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Fact;

/** What changed between two versions of a season's plan, batch by batch. */
final class PlansCompared
{
    /**
     * @param list<PlannedBatch> $then
     * @param list<PlannedBatch> $now
     *
     * @return list<array{
     *     code: string, crop: string, what: string, words: Fact,
     * }> what is added, gone, stuck or changed; in the order of their codes within each
     */
    public static function of(array $then, array $now): array
    {
        [$old, $new] = [self::byCode($then), self::byCode($now)];
        $changes = [];
        foreach ($new + $old as $code => $either) {
            [$a, $b] = [$old[$code] ?? null, $new[$code] ?? null];
            [$what, $facts] = match (true) {
                $a === null => ['added', [
                    Fact::of(
                        'plan.added',
                        cuttings: $either->cuttings,
                        trays: $either->trays,
                        on: self::day($either->stickOn),
                        ready: self::day($either->readyOn),
                    ),
                ]],
                $b === null => ['gone', [Fact::of('plan.gone', cuttings: $a->cuttings, on: self::day($a->stickOn))]],
                default => self::changes($a, $b),
            };
            if ($facts !== []) {
                $changes[] = ['code' => (string) $code, 'crop' => $either->crop, 'what' => $what, 'words' => Fact::apart(...$facts)];
            }
        }
        $order = ['gone', 'added', 'changed', 'stuck'];
        usort(
            $changes,
            static fn (array $a, array $b) => [
                array_search($a['what'], $order, true), $a['crop'], $a['code'],
            ] <=> [array_search($b['what'], $order, true), $b['crop'], $b['code']],
        );

        return $changes;
    }

    /** @return array{0: string, 1: list<Fact>} */
    private static function changes(PlannedBatch $a, PlannedBatch $b): array
    {
        $stuck = $b->stuck && !$a->stuck;
        $facts = [
            $stuck ? Fact::of('plan.stuck_since') : null,
            $a->stickOn === $b->stickOn ? null : Fact::of('plan.stuck_on', now: self::day($b->stickOn), then: self::day($a->stickOn)),
            $a->trays === $b->trays ? null : Fact::of('plan.trays', now: $b->trays, then: $a->trays),
            $a->zone->is($b->zone) ? null : Fact::of('plan.zone', now: $b->zone->name, then: $a->zone->name),
            $a->trayKind === null || $b->trayKind === null || $a->trayKind->is($b->trayKind)
                ? null
                : Fact::of('plan.tray_kind', now: $b->trayKind->name, then: $a->trayKind->name),
            $a->movesOnAs($b) ? null : self::movesOn($b),
            $a->potsStandAs($b) ? null : ($b->pots === null
                ? Fact::of('plan.no_place_for_pots')
                : Fact::of($b->pots['spaced'] ? 'plan.pots_spaced' : 'plan.pots_thick', zone: $b->pots['zone']->name)),
            $a->block->is($b->block) ? null : Fact::of('plan.block', now: $b->block->name, then: $a->block->name),
            $a->heldDays === $b->heldDays ? null : Fact::of('plan.held', now: $b->heldDays, then: $a->heldDays),
            $a->potWeek === $b->potWeek ? null : ($b->potWeek === null
                ? Fact::of('plan.potted_when_due')
                : Fact::of('plan.potted_in', monday: Week::of($b->potWeek)->monday())),
            $a->readyOn === $b->readyOn ? null : Fact::of('plan.ready', now: self::day($b->readyOn), then: self::day($a->readyOn)),
            $a->orders === $b->orders ? null : Fact::of('plan.other_orders'),
        ];

        return [$stuck ? 'stuck' : 'changed', array_values(array_filter($facts))];
    }

    private static function movesOn(PlannedBatch $batch): Fact
    {
        return $batch->movesOn === [] ? Fact::of('plan.stays') : Fact::listed(...array_map(
            static fn (array $on) => Fact::of('plan.goes_on', zone: $on['zone']->name, on: self::day($on['from'])),
            $batch->movesOn,
        ));
    }

    /**
     * @param list<PlannedBatch> $batches
     *
     * @return array<string, PlannedBatch>
     */
    private static function byCode(array $batches): array
    {
        $changes = [];
        foreach ($batches as $batch) {
            $changes[$batch->code] = $batch;
        }

        return $changes;
    }

    private static function day(string $day): \DateTimeImmutable
    {
        return new \DateTimeImmutable($day);
    }
}
