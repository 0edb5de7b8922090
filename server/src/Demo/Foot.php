<?php

declare(strict_types=1);

namespace WetCradle\Server\Demo;

use WetCradle\Core\Rooting\StageTally;

/** How one made-up batch roots: the share that ever will, and how soon half of those have. */
final class Foot
{
    private const SHAPE = 7.0;

    public function __construct(private readonly float $eventual, private readonly float $half, private readonly Chance $chance)
    {
    }

    public function rootedBy(int $days): float
    {
        return $this->eventual * $this->ofThoseThatWill($days);
    }

    public function lifted(int $many, int $days): StageTally
    {
        $counts = [];
        for ($i = 0; $i < $many; ++$i) {
            $stage = $this->stageOfOne($days);
            $counts[$stage] = ($counts[$stage] ?? 0) + 1;
        }

        return StageTally::of($counts);
    }

    private function stageOfOne(int $days): string
    {
        if (!$this->chance->happens($this->eventual)) {
            return match (true) {
                $this->chance->happens(min(0.6, 0.4 * $days / $this->half)) => 'dead',
                $this->chance->happens(0.5) => 'callus',
                default => 'nothing',
            };
        }

        return match (true) {
            !$this->chance->happens($this->ofThoseThatWill((int) (1.5 * $days))) => $days > 0.5 * $this->half ? 'callus' : 'nothing',
            !$this->chance->happens($this->ofThoseThatWill($days)) => 'initials',
            $days > 1.9 * $this->half => 'root_bound',
            $days > 1.3 * $this->half => 'at_hole',
            default => 'at_wall',
        };
    }

    private function ofThoseThatWill(int $days): float
    {
        return $days <= 0 ? 0.0 : 1.0 / (1.0 + ($days / $this->half) ** -self::SHAPE);
    }
}
