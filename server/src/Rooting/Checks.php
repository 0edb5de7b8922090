<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\Readiness;
use WetCradle\Core\Rooting\RootStage;
use WetCradle\Core\Rooting\StageTally;
use WetCradle\Core\Rooting\Verdict;
use WetCradle\Server\Book\Entering;
use WetCradle\Server\Book\Ledger;
use WetCradle\Server\Book\Line;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Nursery\House;

/** Root checks: what some plants that were lifted say of all that stand on their line. */
final class Checks
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Entering $entering,
        private readonly Ledger $ledger,
        private readonly Forecasts $forecasts,
        private readonly SeenBatches $seen,
        private readonly Writing $writing,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /** @param int $trays out of how many they were lifted */
    public function check(
        Line $line,
        \DateTimeImmutable $day,
        StageTally $tally,
        int $trays,
        ?string $note,
        ?int $depthMm = null,
        ?Quality $quality = null,
    ): RootCheck {
        $this->entering->mustBeStuckBy($line->batch, $day);
        $lifted = $tally->lifted();
        if ($lifted === 0) {
            throw Refused::because('empty', 'stages', 'Lift at least one and say what you saw.');
        }
        $standing = $this->ledger->standingOf($line);
        $there = $standing['stuck'] + $standing['rooted'];
        if ($lifted > $there) {
            throw Refused::because('more_than_there_are', 'stages', sprintf('%d lifted, but only %d stand on this line.', $lifted, $there));
        }
        if ($trays > $lifted || $trays > $line->batch->amount->trays) {
            throw Refused::because('more_than_there_are', 'trays', $trays > $lifted
                ? sprintf('%d lifted cannot be out of %d trays.', $lifted, $trays)
                : sprintf('%s stands in %d trays.', $line->batch->code, $line->batch->amount->trays));
        }
        $ready = $this->judged($line, $day, $tally, $trays, $there);
        $check = new RootCheck(
            $line,
            $day,
            $tally->counts,
            $there,
            $lifted,
            $tally->rooted(),
            $line->batch->sheet->core()->potting->readyShare,
            $ready->chance,
            $ready->verdict,
            $note,
            $this->writing->by(),
            $this->today->now(),
        );
        $check->trays = $trays;
        $check->more = $ready->more();
        $check->depthMm = $depthMm;
        $check->quality = $quality;
        $this->em->persist($check);

        return $check;
    }

    /**
     * What the plants lifted so far say; keeps nothing.
     *
     * @return array{lifted: int, rooted: int, there: int, chance: float, verdict: string, enough: bool, words: Fact}
     */
    public function judge(Line $line, StageTally $tally, int $trays): array
    {
        $standing = $this->ledger->standingOf($line);
        $there = $standing['stuck'] + $standing['rooted'];
        $ready = $this->judged($line, $this->today->day(), $tally, max(1, min($trays, $tally->lifted())), $there);

        return [
            'lifted' => $tally->lifted(), 'rooted' => $tally->rooted(), 'there' => $there, 'chance' => $ready->chance,
            'verdict' => $ready->verdict->value, 'enough' => $ready->verdict !== Verdict::LiftMore,
            'words' => $ready->words(),
        ];
    }

    /** @param ?int $which of the checks of that day, where it was made already; null for one that is being made, upon all others */
    public function judged(Line $line, \DateTimeImmutable $day, StageTally $tally, int $trays, int $there, ?int $which = null): Readiness
    {
        $batch = $line->batch;

        return Readiness::of(
            $line->number === 1 ? $this->forecasts->knownBy($batch, $day, $which) : $this->forecasts->ofWhatWasLeft($batch, $there),
            $this->seen->lifted($batch, $day, $tally->lifted(), $tally->rooted(), $tally->counts[RootStage::Dead->value], $trays, $line->number === 1),
            $batch->sheet->core()->potting->readyShare,
            $there,
            $this->house->defaults(),
        );
    }
}
