<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

use WetCradle\Core\Fact;

/** Whether a block is fit to take from on a day: every reason against it, and what would clear each. */
final class Fitness
{
    /**
     * @return list<array{code: string, words: Fact, clears: Fact}> none when it is fit
     */
    public static function against(BlockFacts $b): array
    {
        $reasons = [];
        $say = static function (Unfit $why, Fact $words, Fact $clears) use (&$reasons): void {
            $reasons[] = ['code' => $why->value, 'words' => $words, 'clears' => $clears];
        };
        if ($b->recalled !== null) {
            $say(Unfit::Recalled, Fact::of('stock.recalled', why: $b->recalled), Fact::of('stock.recalled_clears'));
        }
        if ($b->found !== null) {
            $say(Unfit::Quarantine, Fact::of('stock.quarantine', found: $b->found), Fact::of('stock.quarantine_clears'));
        }
        if ($b->cleanDays === null || $b->cleanDays > $b->inspectionDays) {
            $say(
                Unfit::InspectionOld,
                $b->cleanDays === null
                    ? Fact::of('stock.never_clean')
                    : Fact::of('stock.inspection_old', days: $b->cleanDays, limit: $b->inspectionDays),
                Fact::of('stock.inspection_clears'),
            );
        }
        $age = (int) $b->on->format('Y') - $b->plantedYear;
        $oldEnough = $b->plantedOn?->add(new \DateInterval("P{$b->notBefore}Y"));
        if ($oldEnough !== null && $b->on < $oldEnough) {
            $say(
                Unfit::TooYoung,
                Fact::of('stock.too_young_on', planted: $b->plantedOn, from: $oldEnough),
                Fact::of('stock.too_young_on_clears', from: $oldEnough),
            );
        } elseif ($oldEnough === null && $age < $b->notBefore) {
            $from = $b->plantedYear + $b->notBefore;
            $say(Unfit::TooYoung, Fact::of('stock.too_young', planted: $b->plantedYear, from: $from), Fact::of('stock.too_young_clears', from: $from));
        }
        if ($b->replaceAfter !== null && self::isWornOut($b->on, $b->plantedYear, $b->replaceAfter)) {
            $say(Unfit::WornOut, Fact::of('stock.worn_out', planted: $b->plantedYear, years: $b->replaceAfter), Fact::of('stock.worn_out_clears'));
        }
        if ($b->offer->yearUsedUp) {
            $say(Unfit::CapReached, Fact::of('stock.cap_reached'), Fact::of('stock.cap_reached_clears'));
        }
        if ($b->offer->restsUntil !== null) {
            $until = $b->offer->restsUntil;
            $year = (int) $until->monday()->format('o');
            $when = $year === (int) $b->on->format('o') ? Fact::of('stock.week', week: $until) : Fact::of('stock.week_of_year', week: $until, year: $year);
            $say(Unfit::Resting, Fact::of('stock.resting', until: $when), Fact::of('stock.resting_clears', until: $when));
        }
        if ($b->offer->rest !== null) {
            $rest = $b->offer->rest;
            $say(
                Unfit::Asleep,
                Fact::of('stock.rests', restart: $rest->restart, from: $rest->takeFrom),
                Fact::of('stock.rests_clears', from: $rest->takeFrom),
            );
        }
        if ($b->rights !== null) {
            $say(Unfit::Rights, Fact::of('stock.rights', why: $b->rights), Fact::of('stock.rights_clears'));
        }
        if ($b->origin->needsPermit() && ($b->permit === null || ($b->permitUntil !== null && $b->permitUntil < $b->on))) {
            $say(
                Unfit::Permit,
                $b->permit === null || $b->permitUntil === null
                    ? Fact::of('stock.no_permit')
                    : Fact::of('stock.permit_ran_out', permit: $b->permit, on: $b->permitUntil),
                Fact::of('stock.permit_clears'),
            );
        }

        return $reasons;
    }

    /**
     * Whether plants are older on a day than they give well.
     *
     * @param int $after years
     */
    public static function isWornOut(\DateTimeImmutable $on, int $plantedYear, int $after): bool
    {
        return (int) $on->format('Y') - $plantedYear > $after;
    }
}
