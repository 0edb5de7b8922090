<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** A licence to propagate a protected variety: so many plants from a day to a day, a royalty for each, counted when stuck or when sold. */
final class Licence
{
    private function __construct(
        public readonly string $number,
        public readonly \DateTimeImmutable $from,
        public readonly \DateTimeImmutable $to,
        public readonly int $plants,
        public readonly float $royalty,
        public readonly CountedOn $counts,
    ) {
    }

    /** @throws Refused for `to`, `plants` or `royalty` */
    public static function of(string $number, \DateTimeImmutable $from, \DateTimeImmutable $to, int $plants, float $royalty, CountedOn $counts): self
    {
        if ($to < $from) {
            throw Refused::because(
                'upside_down',
                'to',
                Fact::of('licence.upside_down', to: $to, from: $from),
            );
        }
        if ($plants < 1 || $royalty < 0.0) {
            throw Refused::because('out_of_range', $plants < 1 ? 'plants' : 'royalty', Fact::of('refused.licence.out_of_range'));
        }

        return new self($number, $from, $to, $plants, $royalty, $counts);
    }

    public function covers(\DateTimeImmutable $day): bool
    {
        return $day >= $this->from && $day <= $this->to;
    }

    /** Plants still free under it, when so many are used and so many more are planned. */
    public function left(int $used, int $planned): int
    {
        return $this->plants - $used - $planned;
    }

    /**
     * Refuses what would go past it, with what is left.
     *
     * @throws Refused for the field that is wrong
     */
    public function mustAllow(int $asked, int $used, int $planned, string $field): void
    {
        $left = $this->left($used, $planned);
        if ($asked > $left) {
            throw Refused::because(
                'past_licence',
                $field,
                Fact::of(
                    $left > 0 ? 'licence.past' : 'licence.used_up',
                    licence: $this->number,
                    plants: $this->plants,
                    used: $used,
                    planned: $planned,
                    left: $left,
                    asked: $asked,
                ),
            );
        }
    }

    public function royaltyFor(int $plants): float
    {
        return round($plants * $this->royalty, 2);
    }
}
