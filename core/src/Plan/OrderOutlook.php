<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Rates\InWords;
use WetCradle\Core\Rates\StickCount;

/** How an order stands now: what is sure, what is on its way with how much doubt, and the chance that it is met. */
final class OrderOutlook
{
    /** An order is short when fewer are expected than wanted, and it is more likely missed than met. */
    private const MORE_LIKELY_THAN_NOT = 0.5;

    private ?float $chance = null;

    private function __construct(
        public readonly int $wanted,
        public readonly int $sure,
        public readonly float $expected,
        private readonly float $variance,
        private readonly int $onTheWay,
        private readonly int $before,
    ) {
    }

    /**
     * @param int            $sure     good plants that are grown, or sold
     * @param list<Standing> $standing
     * @param int            $before   wanted by orders that are served from the same batches before it
     */
    public static function of(int $wanted, int $sure, array $standing, int $before = 0): self
    {
        return new self(
            $wanted,
            max(0, $sure - $before),
            $sure - $before + array_sum(array_map(static fn (Standing $s) => $s->mean(), $standing)),
            array_sum(array_map(static fn (Standing $s) => $s->variance(), $standing)),
            array_sum(array_map(static fn (Standing $s) => $s->count, $standing)),
            max(0, $before - $sure),
        );
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
        $needed = $this->wanted + $this->before - $this->sure;
        if ($needed <= 0) {
            return 1.0;
        }
        if ($this->onTheWay < $needed) {
            return 0.0;
        }
        $mean = ($this->expected + $this->before - $this->sure) / $this->onTheWay;
        $spread = $this->variance / ($this->onTheWay * $mean * (1.0 - $mean));
        // With hardly more spread than coins have, the strength has no end; so much is end enough.
        $strength = $spread <= 1.0 + 1e-6 ? 1e6 : min(1e6, max(1e-3, ($this->onTheWay - $spread) / ($spread - 1.0)));

        return StickCount::forGood($needed, [Beta::worth($mean, $strength)])->chanceOf($this->onTheWay);
    }

    public function isShort(): bool
    {
        return $this->short() > 0 && $this->chance() < self::MORE_LIKELY_THAN_NOT;
    }

    /** By how many it is likely to miss; 0 when the expected number is enough. */
    public function short(): int
    {
        return max(0, min($this->wanted, $this->wanted - (int) round($this->expected)));
    }

    public function words(): string
    {
        $all = $this->wanted <= $this->sure ? sprintf('All %d are there.', $this->wanted) : null;

        return $all ?? sprintf(
            '%s %d of %d: %s of having them all.',
            $this->isShort() ? sprintf('%d short, about', $this->short()) : 'About',
            max(0, (int) round($this->expected)),
            $this->wanted,
            InWords::chance($this->chance()),
        );
    }
}
