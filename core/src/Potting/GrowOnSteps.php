<?php

declare(strict_types=1);

namespace WetCradle\Core\Potting;

use WetCradle\Core\Calendar\SiteAir;
use WetCradle\Core\Crops\Potting;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;

/**
 * What a lot of pots goes through until it is ready, with the day of each: out of the shade, fed once roots are there, set
 * apart, through the winter where its kind can stand, hardened off in steps, ready. Days are defaults; what is done is ticked.
 */
final class GrowOnSteps
{
    public const KINDS = ['shade', 'feed', 'space', 'winter', 'harden', 'outside', 'ready'];

    private const WINTER_WORDS = [
        'outside' => 'Stands outside through the winter, pot-thick and out of the wind.',
        'cold_frame' => 'Into the cold frame, lid on in frost, aired on mild days.',
        'frost_free' => 'Frost-free, and dry rather than wet.',
        'as_cells' => 'Frost-free: it was to stand in its cells, and is small for its pot.',
    ];

    /** @return list<array{kind: string, on: \DateTimeImmutable, words: string}> in the order of their days */
    public static function of(Potting $sheet, \DateTimeImmutable $pottedOn, \DateTimeImmutable $readyOn, SiteAir $air, HouseDefaults $house): array
    {
        $canFreeze = $house->number(HouseDefault::CanFreeze);
        $readyOn = max($pottedOn, $readyOn);
        $days = (int) $pottedOn->diff($readyOn)->format('%a');
        $after = static fn (int $n) => $pottedOn->modify(sprintf('+%d days', $n));
        $steps = [];
        $add = static function (string $kind, \DateTimeImmutable $on, string $words) use (&$steps, $readyOn): void {
            if ($on <= $readyOn) {
                $steps[] = ['kind' => $kind, 'on' => $on, 'words' => $words];
            }
        };
        $add('shade', $after($house->whole(HouseDefault::ShadeDays)), 'Out of the shade.');
        $sheet->hasSlowRelease()
            ? $add('feed', $after($house->whole(HouseDefault::SlowReleaseLasts)), 'The slow-release feed in the mix is used up about now: feed, if it still has to grow.')
            : $add('feed', $after($house->whole(HouseDefault::FeedAfter)), 'Knock one out: with roots at the wall of the pot, feed from now on. Not before.');
        if ($days >= $house->whole(HouseDefault::SpacedFrom)) {
            $add('space', $after(intdiv($days, 2)), 'Leaves touch about now: set apart.');
        }
        $cold = self::firstCold($pottedOn, $readyOn, $air, $canFreeze);
        if ($cold !== null) {
            $add('winter', $cold, self::WINTER_WORDS[$sheet->winter].' Look once a week: at rest, pots dry out unseen.');
        } elseif (!$sheet->hardy && self::usual($pottedOn, $air) < $canFreeze) {
            $add('winter', $pottedOn, sprintf('Nights can still freeze: frost-free until about %s.', self::safeFrom($pottedOn, $air, $canFreeze)->format('j M')));
        }
        $harden = max($pottedOn, $readyOn->modify(sprintf('-%d days', $house->whole(HouseDefault::HardenBefore))));
        $outside = max($pottedOn, $readyOn->modify(sprintf('-%d days', $house->whole(HouseDefault::OutsideBefore))));
        $add('harden', $harden, 'Into the second tunnel, doors open by day, then by night too.');
        if ($sheet->hardy || self::usual($outside, $air) >= $canFreeze) {
            $add('outside', $outside, 'Outside, sheltered at first.');
        }
        $add('ready', $readyOn, 'Ready, if it is well rooted and clean: count what is good.');
        usort($steps, static fn (array $a, array $b) => [$a['on'], array_search($a['kind'], self::KINDS, true)] <=> [$b['on'], array_search($b['kind'], self::KINDS, true)]);

        return $steps;
    }

    /** The day on which it grows cold while it stands there; a spring that grows warmer is no winter. */
    private static function firstCold(\DateTimeImmutable $from, \DateTimeImmutable $to, SiteAir $air, float $canFreeze): ?\DateTimeImmutable
    {
        for ($day = $from; $day < $to; $day = $day->modify('+1 day')) {
            $toColdest = ($air->coldestDay() - self::inYear($day) + 365) % 365;
            if (self::usual($day, $air) < $canFreeze && $toColdest < 183) {
                return $day;
            }
        }

        return null;
    }

    private static function safeFrom(\DateTimeImmutable $day, SiteAir $air, float $canFreeze): \DateTimeImmutable
    {
        for ($days = 0; $days < 200 && self::usual($day, $air) < $canFreeze; ++$days) {
            $day = $day->modify('+1 day');
        }

        return $day;
    }

    /** °C of the ordinary year on that day: a warm spell that was measured makes no spring. */
    private static function usual(\DateTimeImmutable $day, SiteAir $air): float
    {
        return $air->onDay(self::inYear($day));
    }

    /** 1 to 365; the last day of a leap year counts as the one before it. */
    private static function inYear(\DateTimeImmutable $day): int
    {
        return min(365, 1 + (int) $day->format('z'));
    }
}
