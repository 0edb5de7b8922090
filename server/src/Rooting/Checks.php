<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\ReadyCheck;
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
        private readonly Writing $writing,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    public function check(Line $line, \DateTimeImmutable $day, StageTally $tally, ?string $note, ?int $depthMm = null, ?Quality $quality = null): RootCheck
    {
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
        $ready = ReadyCheck::inHouse($lifted, $tally->rooted(), $line->batch->sheet->core()->potting->readyShare, $this->house->defaults());
        $check = new RootCheck(
            $line,
            $day,
            $tally->counts,
            $there,
            $lifted,
            $tally->rooted(),
            $line->batch->sheet->core()->potting->readyShare,
            $ready->chance(),
            $ready->verdict(),
            $note,
            $this->writing->by(),
            $this->today->now(),
        );
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
    public function judge(Line $line, StageTally $tally): array
    {
        $standing = $this->ledger->standingOf($line);
        $there = $standing['stuck'] + $standing['rooted'];
        $ready = ReadyCheck::inHouse($tally->lifted(), $tally->rooted(), $line->batch->sheet->core()->potting->readyShare, $this->house->defaults());

        return [
            'lifted' => $tally->lifted(), 'rooted' => $tally->rooted(), 'there' => $there, 'chance' => $ready->chance(),
            'verdict' => $ready->verdict()->value, 'enough' => $tally->lifted() > 0 && $ready->verdict() !== Verdict::LiftMore,
            'words' => $ready->words($there),
        ];
    }
}
