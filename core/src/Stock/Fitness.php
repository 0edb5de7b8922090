<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

use WetCradle\Core\Telling;

/** Whether a block is fit to take from on a day: every reason against it, and what would clear each. */
final class Fitness
{
    /**
     * @return list<array{code: string, words: string, clears: string}> none when it is fit
     */
    public static function against(BlockFacts $b, Telling $telling): array
    {
        $found = [];
        $say = static function (Unfit $why, string $words, string $clears) use (&$found): void {
            $found[] = ['code' => $why->value, 'words' => $words, 'clears' => $clears];
        };
        if ($b->found !== null) {
            $say(Unfit::Quarantine, sprintf('In quarantine: %s.', $b->found), 'Treat it, look again and clear what was found.');
        }
        if ($b->cleanDays === null || $b->cleanDays > $b->inspectionDays) {
            $say(
                Unfit::InspectionOld,
                $b->cleanDays === null ? 'Never found clean.' : sprintf(
                    'Last found clean %d days ago; the house limit is %d.',
                    $b->cleanDays,
                    $b->inspectionDays,
                ),
                'Inspect it and find it clean.',
            );
        }
        $age = (int) $b->on->format('Y') - $b->plantedYear;
        if ($age < $b->notBefore) {
            $say(
                Unfit::TooYoung,
                sprintf('Planted in %d: nothing is taken before %d.', $b->plantedYear, $b->plantedYear + $b->notBefore),
                sprintf('Wait until %d; until then it builds itself up.', $b->plantedYear + $b->notBefore),
            );
        }
        if ($b->replaceAfter !== null && $age > $b->replaceAfter) {
            $say(Unfit::WornOut, sprintf('Planted in %d, worn out after %d years.', $b->plantedYear, $b->replaceAfter), 'Replace it from clean young plants.');
        }
        if ($b->offer->yearUsedUp) {
            $say(Unfit::CapReached, 'Its plants have given what they may in a year.', 'Wait for the next season, or plant more.');
        }
        if ($b->offer->restsUntil !== null) {
            $until = $b->offer->restsUntil;
            $when = $telling->week($until).($until->monday()->format('o') === $b->on->format('o') ? '' : $until->monday()->format(' \o\f o'));
            $say(Unfit::Resting, sprintf('Resting after a full take until %s.', $when), sprintf('Wait until %s.', $when));
        }
        if ($b->rights !== null) {
            $say(Unfit::Rights, $b->rights, 'Enter a licence that covers it.');
        }
        if ($b->origin->needsPermit() && ($b->permit === null || ($b->permitUntil !== null && $b->permitUntil < $b->on))) {
            $say(
                Unfit::Permit,
                $b->permit === null ? 'Material from others or from the wild, and no permit is entered.' : sprintf(
                    'Its permit %s ran out on %s.',
                    $b->permit,
                    $b->permitUntil?->format('j M Y'),
                ),
                'Enter a permit that is valid then.',
            );
        }

        return $found;
    }
}
