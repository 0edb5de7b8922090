<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Whole;
use WetCradle\Core\Refused;

/** How many cuttings one shoot makes. A kind that roots between nodes needs no node below ground, and so one stem makes more. */
final class CuttingsPerShoot implements Calculation
{
    private function __construct(public readonly int $nodes, public readonly int $nodesPerCutting)
    {
    }

    public static function name(): string
    {
        return 'cuttings_per_shoot';
    }

    /**
     * @param Fields $in {shootCm, dropTipCm, internodeCm, nodesBelow, nodesAbove, minLengthCm, rootsBetweenNodes}
     *
     * @return array{nodes: int, nodesPerCutting: int, cuttings: int}
     */
    public static function compute(Fields $in): array
    {
        $made = self::of(
            $in->number('shootCm', 0, 10_000),
            $in->number('dropTipCm', 0, 10_000),
            $in->positive('internodeCm', 1000),
            $in->count('nodesBelow', 0, 50),
            $in->count('nodesAbove', 0, 50),
            $in->number('minLengthCm', 0, 1000),
            $in->flag('rootsBetweenNodes'),
        );
        $in->done();

        return ['nodes' => $made->nodes, 'nodesPerCutting' => $made->nodesPerCutting, 'cuttings' => $made->cuttings()];
    }

    /**
     * nodes = ⌊(shoot − tip) ÷ internode⌋; nodes a cutting = max(below + above, ⌈shortest length ÷ internode⌉), below left
     * out where the kind roots between nodes.
     *
     * @throws Refused for `nodesAbove`
     */
    public static function of(
        float $shootCm,
        float $dropTipCm,
        float $internodeCm,
        int $nodesBelow,
        int $nodesAbove,
        float $minLengthCm,
        bool $rootsBetweenNodes,
    ): self {
        $needed = max(($rootsBetweenNodes ? 0 : $nodesBelow) + $nodesAbove, Whole::up($minLengthCm / $internodeCm));
        if ($needed < 1) {
            throw Refused::because('out_of_range', 'nodesAbove', Fact::of('refused.cuttings_per_shoot.out_of_range'));
        }

        return new self(max(0, Whole::down(($shootCm - $dropTipCm) / $internodeCm)), $needed);
    }

    public function cuttings(): int
    {
        return intdiv($this->nodes, $this->nodesPerCutting);
    }
}
