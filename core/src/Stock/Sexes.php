<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** How many plants of a block are known to be female, and how many male. */
final class Sexes
{
    /** @param array<string, int> $many by sex */
    private function __construct(private readonly array $many)
    {
    }

    /** @param list<?Sex> $plants one by one; null of those of which nobody knows */
    public static function of(array $plants): self
    {
        return new self(array_count_values(array_map(static fn (Sex $sex) => $sex->value, array_values(array_filter($plants)))));
    }

    public function many(Sex $sex): int
    {
        return $this->many[$sex->value] ?? 0;
    }

    public function has(Sex $sex): bool
    {
        return $this->many($sex) > 0;
    }

    /**
     * What was and will be taken of those of one sex: all that was cut of them alone, and their share of what was cut of the block
     * as a whole.
     *
     * @param list<array{on: \DateTimeImmutable, cuttings: int, sex: ?Sex, ...}> $takes
     * @param int                                                              $plants in the block
     *
     * @return list<array{on: \DateTimeImmutable, cuttings: int}>
     */
    public function takesOf(Sex $sex, array $takes, int $plants): array
    {
        $theirs = [];
        foreach ($takes as $take) {
            if ($take['sex'] === $sex) {
                $theirs[] = ['on' => $take['on'], 'cuttings' => $take['cuttings']];
            } elseif ($take['sex'] === null) {
                $theirs[] = ['on' => $take['on'], 'cuttings' => (int) ceil($take['cuttings'] * $this->many($sex) / max(1, $plants))];
            }
        }

        return $theirs;
    }

    /**
     * An order for both, in shares: whole plants, or whole bundles, of each, and at least one of each.
     *
     * @param float $females share that is female
     * @param int   $unit    plants that go together
     *
     * @return array{female: int, male: int}
     *
     * @throws Refused for `females`, or for `plants` where there are not enough to part
     */
    public static function parted(int $plants, float $females, int $unit = 1): array
    {
        if (!($females > 0.0 && $females < 1.0)) {
            throw Refused::because('out_of_range', 'females', Fact::of('refused.sexes.both'));
        }
        $units = intdiv($plants, $unit);
        if ($units < 2) {
            throw Refused::because('out_of_range', 'plants', Fact::of('refused.sexes.too_few'));
        }
        $of = $unit * max(1, min($units - 1, (int) round($units * $females)));

        return ['female' => $of, 'male' => $plants - $of];
    }
}
