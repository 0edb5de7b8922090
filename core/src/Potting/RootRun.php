<?php

declare(strict_types=1);

namespace WetCradle\Core\Potting;

use WetCradle\Core\Rooting\RootStage;
use WetCradle\Core\Rooting\StageTally;

/** How long roots have been let run in their cells: a nub at the hole is perfect, a mat hanging out is late. */
final class RootRun
{
    /** Days from roots at the trigger until they mat in an ordinary cell; the trade's "two weeks late". */
    public const DAYS = 14;
    private const EARLY = 7;
    /** From this share of the lifted that are root-bound, the tray is. */
    private const BOUND = 0.25;

    /**
     * @param string             $risk    none, rising, high or bound
     * @param \DateTimeImmutable $boundOn the day from which it is reckoned root-bound
     */
    private function __construct(public readonly string $risk, public readonly \DateTimeImmutable $boundOn, public readonly string $words)
    {
    }

    /**
     * @param \DateTimeImmutable $since the day from which it was to be potted
     * @param ?StageTally        $last  of the newest check
     */
    public static function of(\DateTimeImmutable $since, ?StageTally $last, \DateTimeImmutable $on): self
    {
        $boundOn = $since->modify(sprintf('+%d days', self::DAYS));
        $bound = $last?->counts[RootStage::RootBound->value] ?? 0;
        $seen = $last !== null && $last->lifted() > 0 && $bound / $last->lifted() >= self::BOUND;
        $days = (int) $since->diff($on)->format('%r%a');

        return match (true) {
            $seen => new self('bound', $boundOn, sprintf('%d of %d lifted are root-bound: tease them apart, or they stand still in their pots', $bound, $last->lifted())),
            $days >= self::DAYS => new self('high', $boundOn, sprintf('roots have run for %d days; they will have matted', $days)),
            $days >= self::EARLY => new self('rising', $boundOn, sprintf('roots have run for %d days; they mat from about %s', $days, $boundOn->format('j M'))),
            default => new self('none', $boundOn, sprintf('time until about %s before roots mat', $boundOn->format('j M'))),
        };
    }
}
