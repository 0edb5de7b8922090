<?php

declare(strict_types=1);

namespace WetCradle\Server\Mixing;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;

/** The sheet of a day, and what of it is done. */
final class DaySheetController
{
    private const MOST_HANDS = 40;

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly DaySheets $sheets,
        private readonly Writing $writing,
        private readonly Today $today,
    ) {
    }

    #[Route('/api/day-sheet', methods: ['GET'])]
    public function day(Request $request): Answer
    {
        $in = Fields::of($request->query->all());
        $day = $in->has('day') ? $in->day('day') : $this->today->day();
        $hands = $request->query->has('hands') ? Fields::of(['hands' => $request->query->getInt('hands')])->count('hands', 1, self::MOST_HANDS) : null;

        return new Answer($this->sheets->of($day, $hands));
    }

    /** Ticks a step, with what it came to; or takes the tick back. Ticked twice, the later one counts. */
    #[Route('/api/day-sheet/ticks', methods: ['POST'])]
    #[IsGranted('ROLE_HAND')]
    public function tick(Fields $in): Answer
    {
        $ticked = $this->writing->once(function () use ($in): ?DayTick {
            $day = $in->day('day');
            $step = $in->text('step', 200, 3);
            $done = $in->flag('done');
            $actual = $in->has('actual') ? $in->number('actual', 0, 1e6) : null;
            $note = $in->textOr('note', null, 200);
            $in->done();
            $tick = $this->em->getRepository(DayTick::class)->findOneBy(['onDay' => $day, 'step' => $step]);
            if (!$done) {
                if ($tick !== null) {
                    $this->em->remove($tick);
                }

                return null;
            }
            $tick ??= new DayTick($day, $step, null, null, $this->today->now(), $this->writing->by());
            [$tick->actual, $tick->note, $tick->at, $tick->by] = [$actual, $note, $this->today->now(), $this->writing->by()];
            $this->em->persist($tick);

            return $tick;
        });

        return new Answer(['tick' => $ticked?->toArray()]);
    }
}
