<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use WetCradle\Core\Plan\SeasonChance;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Wanted\Pools;
use WetCradle\Server\Wanted\Unplanned;

/** How likely it is that orders are met together, and what sharing saves. */
final class Chances
{
    /** The same for the same plan: a chance that flickers is not believed. */
    private const SEED = 20417;

    public function __construct(private readonly Pools $pools, private readonly Unplanned $unplanned, private readonly Connection $db)
    {
    }

    /** @return array{orders: int, met: float, unplanned: int, season: array<string, mixed>, customers: list<array<string, mixed>>, draws: int} */
    public function all(): array
    {
        $pools = $this->pools->all();
        $chance = [];
        foreach ($pools as $pool) {
            foreach ($pool->outlooks() as $order => $outlook) {
                $chance[$order] = $outlook->met();
            }
        }
        $customers = Row::pairs($this->db, 'SELECT w.id, c.name FROM wanted w JOIN customer c ON c.id = w.customer_id WHERE w.id IN (?)', [
            array_keys($chance),
        ], [ArrayParameterType::INTEGER]);
        $groups = ['season' => array_keys($chance)];
        foreach (array_keys($chance) as $order) {
            $groups['by '.($customers[$order] ?? '')][] = $order;
        }
        $played = SeasonChance::play($pools, $groups, self::SEED);
        $say = static fn (string $group) => $played->of($group) + [
            'orders' => count($groups[$group]),
            'met' => array_sum(array_map(static fn (int $o) => $chance[$o], $groups[$group])),
        ];
        $customers = [];
        foreach (array_keys($groups) as $group) {
            if ($group !== 'season') {
                $customers[] = ['customer' => $group === 'by ' ? null : substr($group, 3)] + $say($group);
            }
        }
        usort($customers, static fn (array $a, array $b) => [$a['chance'], $a['customer']] <=> [$b['chance'], $b['customer']]);

        return [
            'orders' => count($chance),
            'met' => (float) array_sum($chance),
            'unplanned' => count($this->unplanned->orders()),
            'season' => $say('season'),
            'customers' => $customers,
            'draws' => $played->draws,
        ];
    }
}
