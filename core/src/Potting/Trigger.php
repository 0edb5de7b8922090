<?php

declare(strict_types=1);

namespace WetCradle\Core\Potting;

use WetCradle\Core\Crops\PotTrigger;
use WetCradle\Core\Fact;
use WetCradle\Core\Rooting\RootStage;
use WetCradle\Core\Rooting\Verdict;

/**
 * Whether what stands on a line is to be potted, by the school its sheet follows: the first root at a hole, roots at every
 * hole, a sampled share that has rooted, or the calendar. What a full count found with roots is to be potted by every school.
 */
final class Trigger
{
    private function __construct(public readonly bool $isDue, public readonly ?\DateTimeImmutable $since, public readonly Fact $words)
    {
    }

    /**
     * @param list<Looked>        $looks   checks of the line in order
     * @param int                 $rooted  plants that a full count found with roots
     * @param ?\DateTimeImmutable $counted the day of that count
     * @param \DateTimeImmutable  $potOn   the day that its plan says
     */
    public static function of(
        PotTrigger $school,
        array $looks,
        int $rooted,
        ?\DateTimeImmutable $counted,
        \DateTimeImmutable $potOn,
        \DateTimeImmutable $today,
    ): self {
        if ($rooted > 0) {
            return new self(true, $counted ?? $potOn, Fact::of('trigger.counted', rooted: $rooted));
        }
        if ($school === PotTrigger::Calendar) {
            return new self(
                $today >= $potOn,
                $today >= $potOn ? $potOn : null,
                Fact::of($today >= $potOn ? 'trigger.day_was' : 'trigger.day_is', on: $potOn),
            );
        }
        $since = null;
        foreach ($looks as $look) {
            $since = self::fires($school, $look) ? $since ?? $look->on : null;
        }
        $last = $looks === [] ? null : $looks[array_key_last($looks)];

        return new self($since !== null, $since, $last === null ? Fact::of('trigger.none_lifted') : self::say($school, $last));
    }

    private static function fires(PotTrigger $school, Looked $look): bool
    {
        [$atHole, $living] = self::atHole($look);

        return match ($school) {
            PotTrigger::FirstRoot => $atHole > 0,
            PotTrigger::EveryHole => $living > 0 && $atHole === $living,
            default => $look->verdict === Verdict::Ready,
        };
    }

    private static function say(PotTrigger $school, Looked $look): Fact
    {
        [$atHole, $living] = self::atHole($look);

        return match ($school) {
            PotTrigger::FirstRoot => $atHole > 0
                ? Fact::of('trigger.first_root', atHole: $atHole, lifted: $look->tally->lifted())
                : Fact::of('trigger.no_root', lifted: $look->tally->lifted()),
            PotTrigger::EveryHole => Fact::of('trigger.every_hole', atHole: $atHole, living: $living),
            default => Fact::of("trigger.share.{$look->verdict->value}", rooted: $look->tally->rooted(), lifted: $look->tally->lifted()),
        };
    }

    /** @return array{int, int} with roots at the hole or beyond; of how many that live */
    private static function atHole(Looked $look): array
    {
        $counts = $look->tally->counts;

        return [$counts[RootStage::AtHole->value] + $counts[RootStage::RootBound->value], $look->tally->lifted() - $counts[RootStage::Dead->value]];
    }
}
