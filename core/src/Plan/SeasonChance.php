<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\BetaBinomial;
use WetCradle\Core\Numbers\Normal;
use WetCradle\Core\Refused;

/**
 * The chance that several orders are met together, by playing the season many times over. Each batch gives a number of
 * good plants drawn from its own BetaBinomial; batches that share a doubt (the mean rate of their way) are drawn together,
 * by a Gaussian copula, so that a way which does worse than hoped does so for all of its batches at once. A batch that fails as
 * a whole gives nothing, and what comes after an order's last day is none of its: as `OrderOutlook` has it for one order alone.
 */
final class SeasonChance
{
    /** How finely a batch's number is looked up by its luck z, from −REACH to REACH. */
    private const STEPS = 128;
    private const REACH = 4.0;
    /** For limits that hold 95 in 100. */
    private const SURE = 1.959963984540054;

    /** @param array<string, int> $met by group, in how many of the draws all of its orders were met */
    private function __construct(private readonly array $met, public readonly int $draws)
    {
    }

    /**
     * @param list<Pool>               $pools
     * @param array<string, list<int>> $groups orders whose joint chance is wanted, by a name; an order in no pool is never met
     *
     * @throws Refused for `draws`
     */
    public static function play(array $pools, array $groups, int $seed, int $draws = 4000): self
    {
        if ($draws < 1) {
            throw Refused::because('out_of_range', 'draws', Fact::of('refused.season_chance.out_of_range'));
        }
        $normal = Normal::seeded($seed);
        $lucks = $batches = $orders = $sure = [];
        foreach ($pools as $pool) {
            // Orders of one last day count the same plants.
            $places = [];
            $due = 0;
            foreach ($pool->orders as $order) {
                $day = ($order['due'] ?? null)?->format('Y-m-d') ?? '';
                $places[$day] ??= count($sure) + count($places);
                $open = max(0, $order['wanted'] - ($order['sent'] ?? 0));
                $due += $open;
                $orders[$order['order']] = [$places[$day], $open === 0 ? 0 : $due];
            }
            foreach ($pool->standing as $standing) {
                if ($standing->count > 0) {
                    $luck = $standing->luck ?? '';
                    $lucks[$luck] ??= count($lucks);
                    $comes = [];
                    foreach ($places as $day => $place) {
                        $comes[$place] = $standing->comes($day === '' ? null : new \DateTimeImmutable((string) $day));
                    }
                    $isSure = min($comes) >= 1.0;
                    $batches[] = [$comes, $isSure, self::table($standing), $lucks[$luck], sqrt($standing->shared), sqrt(1.0 - $standing->shared)];
                }
            }
            $sure = [...$sure, ...array_fill(0, count($places), $pool->sure)];
        }
        $met = array_fill_keys(array_keys($groups), 0);
        $needs = array_map(static fn (array $group) => array_map(static fn (int $order) => $orders[$order] ?? null, $group), $groups);
        $middle = (int) (self::REACH * self::STEPS);
        for ($draw = 0; $draw < $draws; ++$draw) {
            $good = $sure;
            $shared = [];
            foreach ($lucks as $i) {
                $shared[$i] = $normal->draw();
            }
            foreach ($batches as [$comes, $isSure, $table, $luck, $together, $alone]) {
                $z = (int) round(self::STEPS * ($together * $shared[$luck] + $alone * $normal->draw()));
                $plants = $table[max(0, min(2 * $middle, $middle + $z))];
                // One luck for all orders: what comes in time for the first comes in time for the next.
                $late = $isSure ? 0.0 : $normal->unit();
                foreach ($comes as $place => $chance) {
                    if ($late < $chance) {
                        $good[$place] += $plants;
                    }
                }
            }
            foreach ($needs as $name => $group) {
                foreach ($group as $need) {
                    if ($need === null || $good[$need[0]] < $need[1]) {
                        continue 2;
                    }
                }
                ++$met[$name];
            }
        }

        return new self($met, $draws);
    }

    /**
     * @return array{chance: float, low: float, high: float} with the limits (Wilson's, 95 in 100) that so many draws leave
     *
     * @throws Refused for `group`
     */
    public function of(string $group): array
    {
        $n = $this->draws;
        $p = ($this->met[$group] ?? throw Refused::because('unknown', 'group', Fact::of('refused.season_chance.unknown', group: $group))) / $n;
        $z = self::SURE;
        $middle = ($p + $z * $z / (2 * $n)) / (1.0 + $z * $z / $n);
        $half = $z / (1.0 + $z * $z / $n) * sqrt($p * (1.0 - $p) / $n + $z * $z / (4.0 * $n * $n));

        return ['chance' => (float) $p, 'low' => max(0.0, $middle - $half), 'high' => min(1.0, $middle + $half)];
    }

    /** @return list<int> good plants by luck */
    private static function table(Standing $standing): array
    {
        $chances = BetaBinomial::chances($standing->count, $standing->good);
        $table = [];
        $k = 0;
        $sum = $chances[0];
        $middle = (int) (self::REACH * self::STEPS);
        for ($i = -$middle; $i <= $middle; ++$i) {
            $below = Normal::below($i / self::STEPS);
            while ($k < $standing->count && $sum < $below) {
                $sum += $chances[++$k];
            }
            $table[] = $k;
        }

        return $table;
    }
}
