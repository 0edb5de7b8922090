<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Symfony\Contracts\Cache\CacheInterface;
use WetCradle\Core\Plan\Pool;
use WetCradle\Core\Plan\SeasonChance;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Wanted\Pools;
use WetCradle\Server\Wanted\Unplanned;

/** How likely it is that orders are met together, and what sharing saves. */
final class Chances
{
    /** The same for the same plan: a chance that flickers is not believed. */
    private const SEED = 20417;
    private const KEPT = 'season_played';

    public function __construct(
        private readonly Pools $pools,
        private readonly Unplanned $unplanned,
        private readonly Connection $db,
        private readonly CacheInterface $cache,
    ) {
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
        $played = $this->played($pools, $groups);
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

    /**
     * To play a season takes longer than to read it; so it is played anew only where anything is another than when it last was.
     *
     * @param list<Pool>               $pools
     * @param array<string, list<int>> $groups
     */
    private function played(array $pools, array $groups): SeasonChance
    {
        $mark = hash('xxh128', serialize([$pools, $groups]));
        /** @var ?array{mark: string, played: SeasonChance} $kept */
        $kept = $this->cache->get(self::KEPT, static fn () => null);
        if ($kept === null || $kept['mark'] !== $mark) {
            $kept = ['mark' => $mark, 'played' => SeasonChance::play($pools, $groups, self::SEED)];
            $this->cache->get(self::KEPT, static fn () => $kept, INF);
        }

        return $kept['played'];
    }
}
