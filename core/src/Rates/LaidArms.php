<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

use Random\Engine\Mt19937;
use Random\Randomizer;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/**
 * The trays of a trial as they are laid: in blocks side by side along the bench, each with one tray of every arm in an order that
 * chance gives. What differs from one end of the bench to the other differs between blocks then, and favours no arm.
 */
final class LaidArms
{
    public const LEAST_ARMS = 2;
    public const MOST_ARMS = 4;
    /** One tray alone says nothing of how trays differ. */
    public const LEAST_TRAYS = 2;
    public const MOST_TRAYS = 60;

    /**
     * @param int $trays of each arm
     * @param int $seed  the same lays them out the same
     *
     * @return list<list<int>> by block, the number of the arm at each place
     *
     * @throws Refused for `arms` or `traysPerArm`
     */
    public static function of(int $arms, int $trays, int $seed): array
    {
        if ($arms < self::LEAST_ARMS || $arms > self::MOST_ARMS) {
            throw Refused::because('out_of_range', 'arms', Fact::of('refused.trial.arms', least: self::LEAST_ARMS, most: self::MOST_ARMS));
        }
        if ($trays < self::LEAST_TRAYS || $trays > self::MOST_TRAYS) {
            throw Refused::because('out_of_range', 'traysPerArm', Fact::of('refused.trial.trays', least: self::LEAST_TRAYS, most: self::MOST_TRAYS));
        }
        $chance = new Randomizer(new Mt19937($seed));

        return array_map(static fn () => array_values($chance->shuffleArray(range(0, $arms - 1))), range(1, $trays));
    }
}
