<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Rates\InWords;
use WetCradle\Core\Rates\StickCount;

/** How an order stands now: what is sure, what is on its way with how much doubt, and the chance that it is met. */
final class OrderOutlook
{
    /** An order is short when fewer are expected than wanted, and it is more likely missed than met. */
    private const MORE_LIKELY_THAN_NOT = 0.5;

    /** A batch of which it is as good as sure that it comes in time, or not, is taken to; of so many others each case is looked at. */
    private const SURE = 0.9999;
    private const MOST_UNSURE = 5;
    /** That they come in time is said where it is less sure than this. */
    private const WORTH_SAYING = 0.95;

    private ?float $chance = null;
    private ?float $met = null;
    /** @var array<string, float> the chance should these come, by which they are */
    private array $should = [];

    /**
     * @param int   $sent     that are with the customer
     * @param int   $ready    good plants that are left for it once the orders before it are served
     * @param float $expected of those wanted, sent and ready ones among them
     */
    private function __construct(
        public readonly int $wanted,
        public readonly int $sent,
        public readonly int $ready,
        public readonly float $expected,
        private readonly int $sure,
        private readonly int $before,
        /** @var list<Standing> */
        private readonly array $standing,
        private readonly ?\DateTimeImmutable $due,
    ) {
    }

    /**
     * @param int            $sure     good plants that are grown, or sold without saying to whom
     * @param list<Standing> $standing
     * @param int            $before   still wanted by orders that are served from the same batches before it
     * @param int            $sent     of those wanted, already with the customer
     * @param ?\DateTimeImmutable $due the last day on which they are in time; null where that is not asked
     */
    public static function of(int $wanted, int $sure, array $standing, int $before = 0, int $sent = 0, ?\DateTimeImmutable $due = null): self
    {
        $sent = min($wanted, $sent);

        return new self(
            $wanted,
            $sent,
            min($wanted - $sent, max(0, $sure - $before)),
            $sent + $sure - $before + array_sum(array_map(static fn (Standing $s) => $s->expected(), $standing)),
            max(0, $sure - $before),
            max(0, $before - $sure),
            $standing,
            $due,
        );
    }

    /** How many more than are sent and ready are to be expected, of those wanted. */
    public function coming(): int
    {
        return max(0, min($this->wanted, (int) round($this->expected)) - $this->sent - $this->ready);
    }

    /** The chance of at least the wanted number, whenever: batches that fail as a whole are looked at one by one. */
    public function chance(): float
    {
        return $this->chance ??= $this->ofThoseThatCome(static fn (Standing $standing) => $standing->comes());
    }

    /**
     * The chance of at least the wanted number, should these come and no others. What is on its way is taken for one BetaBinomial with
     * the mean and the variance of the sum, batches being independent of each other. The same come in time as come at all, mostly.
     *
     * @param list<int> $come of those standing
     */
    private function should(array $come): float
    {
        sort($come);

        return $this->should[implode(' ', $come)] ??= $this->reckoned($come);
    }

    /** @param list<int> $come */
    private function reckoned(array $come): float
    {
        $needed = $this->wanted - $this->sent + $this->before - $this->sure;
        if ($this->sent >= $this->wanted || $needed <= 0) {
            return 1.0;
        }
        $onTheWay = 0;
        $mean = $variance = 0.0;
        foreach ($come as $which) {
            $standing = $this->standing[$which];
            $onTheWay += $standing->count;
            $mean += $standing->mean();
            $variance += $standing->variance();
        }
        if ($onTheWay < $needed) {
            return 0.0;
        }
        $mean /= $onTheWay;
        $spread = $variance / ($onTheWay * $mean * (1.0 - $mean));
        // With hardly more spread than coins have, the strength has no end; so much is end enough.
        $strength = $spread <= 1.0 + 1e-6 ? 1e6 : min(1e6, max(1e-3, ($onTheWay - $spread) / ($spread - 1.0)));

        return StickCount::forGood($needed, [Beta::ofMean($mean, $strength)])->chanceOf($onTheWay);
    }

    /** The chance of having them all by the day that they are due: enough, and in time. */
    public function met(): float
    {
        return $this->met ??= $this->due === null ? $this->chance() : $this->ofThoseThatCome(fn (Standing $standing) => $standing->comes($this->due));
    }

    /** The chance that they are in time, should there be enough. */
    public function inTime(): float
    {
        return $this->chance() <= 0.0 ? 1.0 : min(1.0, $this->met() / $this->chance());
    }

    /**
     * By how many weeks the batch that is waited for longest is likely to be late; 0 where all are likely in time. For one that
     * has likely failed nobody waits.
     */
    public function weeksLate(): int
    {
        if ($this->due === null || $this->inTime() >= self::MORE_LIKELY_THAN_NOT) {
            return 0;
        }
        $days = 0;
        foreach ($this->standing as $standing) {
            if ($standing->ready !== null && $standing->mean() >= 1.0 && $standing->comes() >= self::MORE_LIKELY_THAN_NOT) {
                $days = max($days, (int) $this->due->diff($standing->ready->median())->format('%r%a'));
            }
        }

        return intdiv($days + 6, 7);
    }

    /** @param \Closure(Standing): float $comes the chance that it does */
    private function ofThoseThatCome(\Closure $comes): float
    {
        $there = $unsure = [];
        foreach ($this->standing as $which => $standing) {
            $chance = $comes($standing);
            if ($chance > 1.0 - self::SURE && $chance < self::SURE && $standing->mean() >= 1.0) {
                $unsure[] = [$which, $chance];
            } elseif ($chance >= self::SURE) {
                $there[] = $which;
            }
        }
        usort($unsure, fn (array $a, array $b) => $this->standing[$b[0]]->mean() <=> $this->standing[$a[0]]->mean());
        foreach (array_slice($unsure, self::MOST_UNSURE) as [$which, $chance]) {
            if ($chance >= self::MORE_LIKELY_THAN_NOT) {
                $there[] = $which;
            }
        }
        $unsure = array_slice($unsure, 0, self::MOST_UNSURE);
        $met = 0.0;
        for ($case = 0; $case < 2 ** count($unsure); ++$case) {
            [$weight, $come] = [1.0, $there];
            foreach ($unsure as $i => [$which, $chance]) {
                $isThere = (bool) ($case >> $i & 1);
                $weight *= $isThere ? $chance : 1.0 - $chance;
                if ($isThere) {
                    $come[] = $which;
                }
            }
            $met += $weight * $this->should($come);
        }

        return $met;
    }

    /** Too few, or too late for its week. */
    public function isShort(): bool
    {
        return ($this->short() > 0 && $this->chance() < self::MORE_LIKELY_THAN_NOT) || $this->weeksLate() > 0;
    }

    /** By how many it is likely to miss; 0 when the expected number is enough. */
    public function short(): int
    {
        return max(0, min($this->wanted - $this->sent, $this->wanted - (int) round($this->expected)));
    }

    /** Plants that are missing in its week: too few, or coming too late. */
    public function missing(): int
    {
        return $this->weeksLate() > 0 ? max($this->short(), $this->wanted - $this->sent - $this->ready) : $this->short();
    }

    public function words(): Fact
    {
        if ($this->sent + $this->ready >= $this->wanted) {
            return match (true) {
                $this->ready === 0 => Fact::of('order.all_sent', wanted: $this->wanted),
                $this->sent === 0 => Fact::of('order.all_there', wanted: $this->wanted),
                default => Fact::of('order.sent_and_there', sent: $this->sent, ready: $this->ready),
            };
        }
        $expected = max(0, (int) round($this->expected));
        $having = InWords::chance($this->chance());
        $about = $this->short() > 0 && $this->chance() < self::MORE_LIKELY_THAN_NOT
            ? Fact::of('order.short', short: $this->short(), expected: $expected, wanted: $this->wanted, chance: $having)
            : Fact::of('order.about', expected: $expected, wanted: $this->wanted, chance: $having);
        if ($this->due !== null && $this->inTime() < self::WORTH_SAYING) {
            $about = Fact::of(
                'order.in_time',
                about: $about,
                chance: InWords::chance($this->inTime()),
                week: Week::containing($this->due),
                weeks: $this->weeksLate(),
            );
        }
        if ($this->sent + $this->ready === 0) {
            return $about;
        }
        $parts = array_filter(['sent' => $this->sent, 'ready' => $this->ready, 'coming' => $this->coming()]);

        return Fact::of('order.so_far', parts: Fact::listed(...array_map(
            static fn (string $what, int $plants) => Fact::of("order.part.{$what}", plants: $plants),
            array_keys($parts),
            $parts,
        )), about: $about);
    }
}
