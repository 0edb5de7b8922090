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
    private const REACH = 4;
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
        $groupsOf = $missed = [];
        foreach ($groups as $name => $group) {
            $missed[$name] = [];
            foreach ($group as $order) {
                $groupsOf[$order][] = $name;
            }
        }
        $lucks = $needs = [];
        $below = array_map(static fn (int $i) => Normal::below($i / self::STEPS), range(-self::REACH * self::STEPS, self::REACH * self::STEPS));
        foreach ($pools as $pool) {
            // Orders of one last day count the same plants.
            $good = $places = [];
            $due = 0;
            foreach ($pool->orders as $order) {
                $day = ($order['due'] ?? null)?->format('Y-m-d') ?? '';
                $good[$day] ??= array_fill(0, $draws, $pool->sure);
                $places[$day] ??= $order['due'] ?? null;
                $open = max(0, $order['wanted'] - ($order['sent'] ?? 0));
                $due += $open;
                $needs[$order['order']] = [$day, $open === 0 ? 0 : $due];
            }
            foreach ($pool->standing as $standing) {
                if ($standing->count > 0) {
                    $luck = $standing->luck ?? '';
                    $plants = self::played(self::table($standing, $below), $standing->shared, $lucks[$luck] ??= $normal->draws($draws), $normal->draws($draws));
                    $comes = array_map(static fn (?\DateTimeImmutable $day) => $standing->comes($day), $places);
                    // One luck for all orders: what comes in time for the first comes in time for the next.
                    $late = min($comes) >= 1.0 ? null : $normal->units($draws);
                    foreach ($comes as $day => $chance) {
                        foreach ($plants as $draw => $many) {
                            if ($late === null || $late[$draw] < $chance) {
                                $good[$day][$draw] += $many;
                            }
                        }
                    }
                }
            }
            foreach ($pool->orders as $order) {
                [$day, $need] = $needs[$order['order']];
                $without = array_filter($good[$day], static fn (int $many) => $many < $need);
                foreach ($groupsOf[$order['order']] ?? [] as $name) {
                    $missed[$name] += $without;
                }
            }
        }
        $met = [];
        foreach ($groups as $name => $group) {
            $isInPools = array_diff_key(array_flip($group), $needs) === [];
            $met[$name] = $isInPools ? $draws - count($missed[$name]) : 0;
        }

        return new self($met, $draws);
    }

    /**
     * Good plants of a batch in each draw.
     *
     * @param list<int>   $table  them by luck
     * @param float       $share  of its doubt that it shares with others of its way
     * @param list<float> $shared the luck of its way in each draw
     * @param list<float> $own    its own
     *
     * @return list<int>
     */
    private static function played(array $table, float $share, array $shared, array $own): array
    {
        $last = count($table) - 1;
        $together = self::STEPS * sqrt($share);
        $alone = self::STEPS * sqrt(1.0 - $share);
        // Half a step more is rounded, since what is no whole number is cut off.
        $middle = self::REACH * self::STEPS + 0.5;
        $plants = [];
        foreach ($own as $draw => $luck) {
            $z = (int) ($middle + $together * $shared[$draw] + $alone * $luck);
            $plants[] = $table[$z] ?? $table[$z < 0 ? 0 : $last];
        }

        return $plants;
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

    /**
     * @param list<float> $below the share of luck below each step
     *
     * @return list<int> good plants by luck
     */
    private static function table(Standing $standing, array $below): array
    {
        $chances = BetaBinomial::chances($standing->count, $standing->good);
        $table = [];
        $k = 0;
        $sum = $chances[0];
        foreach ($below as $share) {
            while ($k < $standing->count && $sum < $share) {
                $sum += $chances[++$k];
            }
            $table[] = $k;
        }

        return $table;
    }
}
