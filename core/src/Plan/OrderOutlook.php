<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Rates\InWords;
use WetCradle\Core\Rates\StickCount;

/** How an order stands now: what is sure, what is on its way with how much doubt, and the chance that it is met. */
final class OrderOutlook
{
    /** An order is short when fewer are expected than wanted, and it is more likely missed than met. */
    private const MORE_LIKELY_THAN_NOT = 0.5;

    private ?float $chance = null;

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
        private readonly float $variance,
        private readonly int $onTheWay,
        private readonly int $sure,
        private readonly int $before,
    ) {
    }

    /**
     * @param int            $sure     good plants that are grown, or sold without saying to whom
     * @param list<Standing> $standing
     * @param int            $before   still wanted by orders that are served from the same batches before it
     * @param int            $sent     of those wanted, already with the customer
     */
    public static function of(int $wanted, int $sure, array $standing, int $before = 0, int $sent = 0): self
    {
        $sent = min($wanted, $sent);

        return new self(
            $wanted,
            $sent,
            min($wanted - $sent, max(0, $sure - $before)),
            $sent + $sure - $before + array_sum(array_map(static fn (Standing $s) => $s->mean(), $standing)),
            array_sum(array_map(static fn (Standing $s) => $s->variance(), $standing)),
            array_sum(array_map(static fn (Standing $s) => $s->count, $standing)),
            max(0, $sure - $before),
            max(0, $before - $sure),
        );
    }

    /** How many more than are sent and ready are to be expected, of those wanted. */
    public function coming(): int
    {
        return max(0, min($this->wanted, (int) round($this->expected)) - $this->sent - $this->ready);
    }

    /**
     * The chance of at least the wanted number. What is on its way is taken for one BetaBinomial with the mean and the
     * variance of the sum, batches being independent of each other.
     */
    public function chance(): float
    {
        return $this->chance ??= $this->workOutChance();
    }

    private function workOutChance(): float
    {
        $needed = $this->wanted - $this->sent + $this->before - $this->sure;
        if ($this->sent >= $this->wanted || $needed <= 0) {
            return 1.0;
        }
        if ($this->onTheWay < $needed) {
            return 0.0;
        }
        $mean = ($this->expected - $this->sent + $this->before - $this->sure) / $this->onTheWay;
        $spread = $this->variance / ($this->onTheWay * $mean * (1.0 - $mean));
        // With hardly more spread than coins have, the strength has no end; so much is end enough.
        $strength = $spread <= 1.0 + 1e-6 ? 1e6 : min(1e6, max(1e-3, ($this->onTheWay - $spread) / ($spread - 1.0)));

        return StickCount::forGood($needed, [Beta::ofMean($mean, $strength)])->chanceOf($this->onTheWay);
    }

    public function isShort(): bool
    {
        return $this->short() > 0 && $this->chance() < self::MORE_LIKELY_THAN_NOT;
    }

    /** By how many it is likely to miss; 0 when the expected number is enough. */
    public function short(): int
    {
        return max(0, min($this->wanted - $this->sent, $this->wanted - (int) round($this->expected)));
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
        $about = $this->isShort()
            ? Fact::of('order.short', short: $this->short(), expected: $expected, wanted: $this->wanted, chance: $having)
            : Fact::of('order.about', expected: $expected, wanted: $this->wanted, chance: $having);
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
