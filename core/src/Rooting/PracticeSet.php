<?php

declare(strict_types=1);

namespace WetCradle\Core\Rooting;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** Drawn feet to grade, the same for everybody who takes the set of that number. */
final class PracticeSet
{
    public const SIZE = 21;

    /** @param list<Specimen> $specimens */
    private function __construct(public readonly int $number, public readonly array $specimens)
    {
    }

    /** @throws Refused for `set` */
    public static function of(int $number): self
    {
        if ($number < 1 || $number > 1_000_000) {
            throw Refused::because('out_of_range', 'set', Fact::of('refused.practice_set.out_of_range'));
        }
        $chance = new \Random\Randomizer(new \Random\Engine\Mt19937($number));
        $stages = [];
        for ($i = 0; $i < self::SIZE; ++$i) {
            $stages[] = RootStage::cases()[$i % count(RootStage::cases())];
        }

        return new self($number, array_map(static fn (RootStage $stage) => Specimen::showing($stage, $chance), array_values($chance->shuffleArray($stages))));
    }

    /**
     * @param list<RootStage> $grades in the order of the specimens
     *
     * @throws Refused for `grades`
     */
    public function grade(array $grades): Agreement
    {
        if (count($grades) !== count($this->specimens)) {
            throw Refused::because(
                'does_not_add_up',
                'grades',
                Fact::of('refused.practice_set.does_not_add_up', specimens: count($this->specimens), grades: count($grades)),
            );
        }

        return Agreement::of(array_map(static fn (Specimen $specimen, RootStage $said) => [$specimen->stage(), $said], $this->specimens, $grades));
    }
}
