<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Calendar\Week;

/** What changed between two versions of a season's plan, batch by batch, in words. */
final class PlansCompared
{
    /**
     * @param list<PlannedBatch> $then
     * @param list<PlannedBatch> $now
     *
     * @return list<array{
     *     code: string, crop: string, what: string, words: string,
     * }> what is added, gone, stuck or changed; in the order of their codes within each
     */
    public static function of(array $then, array $now): array
    {
        [$old, $new] = [self::byCode($then), self::byCode($now)];
        $found = [];
        foreach ($new + $old as $code => $either) {
            [$a, $b] = [$old[$code] ?? null, $new[$code] ?? null];
            [$what, $words] = match (true) {
                $a === null => [
                    'added',
                    sprintf(
                        '%d cuttings in %d %s on %s, ready %s',
                        $either->cuttings,
                        $either->trays,
                        $either->trays === 1 ? 'tray' : 'trays',
                        self::day($either->stickOn),
                        self::day($either->readyOn),
                    ),
                ],
                $b === null => ['gone', sprintf('%d cuttings on %s, called off', $a->cuttings, self::day($a->stickOn))],
                default => self::changes($a, $b),
            };
            if ($words !== '') {
                $found[] = ['code' => (string) $code, 'crop' => $either->crop, 'what' => $what, 'words' => $words];
            }
        }
        $order = ['gone', 'added', 'changed', 'stuck'];
        usort(
            $found,
            static fn (array $a, array $b) => [
                array_search($a['what'], $order, true), $a['crop'], $a['code'],
            ] <=> [array_search($b['what'], $order, true), $b['crop'], $b['code']],
        );

        return $found;
    }

    /** @return array{0: string, 1: string} */
    private static function changes(PlannedBatch $a, PlannedBatch $b): array
    {
        $words = array_filter([
            $a->stickOn === $b->stickOn ? '' : sprintf('stuck %s instead of %s', self::day($b->stickOn), self::day($a->stickOn)),
            $a->trays === $b->trays ? '' : sprintf('%d %s instead of %d', $b->trays, $b->trays === 1 ? 'tray' : 'trays', $a->trays),
            $a->zone->is($b->zone) ? '' : sprintf('on %s instead of %s', $b->zone->name, $a->zone->name),
            $a->trayKind === null || $b->trayKind === null || $a->trayKind->is($b->trayKind)
                ? ''
                : sprintf('in %s instead of %s', $b->trayKind->name, $a->trayKind->name),
            $a->movesOnAs($b)
                ? ''
                : ($b->movesOn === [] ? 'stays there' : implode(
                    ', ',
                    array_map(static fn (array $on) => sprintf('goes on to %s on %s', $on['zone']->name, self::day($on['from'])), $b->movesOn),
                )),
            $a->potsStandAs($b) ? '' : ($b->pots === null ? 'no place for its pots' : sprintf(
                'pots %s on %s',
                $b->pots['spaced'] ? 'spaced' : 'pot-thick',
                $b->pots['zone']->name,
            )),
            $a->block->is($b->block) ? '' : sprintf('from %s instead of %s', $b->block->name, $a->block->name),
            $a->heldDays === $b->heldDays ? '' : sprintf('held %d days in its tray instead of %d', $b->heldDays, $a->heldDays),
            $a->potWeek === $b->potWeek ? '' : ($b->potWeek === null ? 'potted when it is due' : sprintf(
                'potted in the week of %s',
                self::day(Week::of($b->potWeek)->monday()->format('Y-m-d')),
            )),
            $a->readyOn === $b->readyOn ? '' : sprintf('ready %s instead of %s', self::day($b->readyOn), self::day($a->readyOn)),
            $a->orders === $b->orders ? '' : 'for other orders',
        ]);
        $stuck = $b->stuck && !$a->stuck;

        return [$stuck ? 'stuck' : 'changed', implode('; ', [...$stuck ? ['stuck since'] : [], ...$words])];
    }

    /**
     * @param list<PlannedBatch> $batches
     *
     * @return array<string, PlannedBatch>
     */
    private static function byCode(array $batches): array
    {
        $found = [];
        foreach ($batches as $batch) {
            $found[$batch->code] = $batch;
        }

        return $found;
    }

    private static function day(string $day): string
    {
        return (new \DateTimeImmutable($day))->format('j M Y');
    }
}
