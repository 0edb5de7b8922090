<?php

declare(strict_types=1);

namespace WetCradle\Server\Nursery;

use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Plan\Costs;
use WetCradle\Core\Plan\Crew;
use WetCradle\Core\Plan\WorkNorms;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Plan\Redating;

/** The hands, when they are away, how much one does in an hour, and what that costs. */
final class CrewController
{
    public function __construct(private readonly House $house, private readonly Writing $writing, private readonly Redating $redating)
    {
    }

    #[Route('/api/crew', methods: ['GET'])]
    public function crew(): Answer
    {
        return new Answer(self::view($this->house->nursery()));
    }

    #[Route('/api/crew', methods: ['PUT'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function change(Fields $in): Answer
    {
        $this->writing->once(function () use ($in): void {
            $nursery = $this->house->nursery();
            $before = self::view($nursery);
            $this->writing->mustBeVersion($in->count('version'), $nursery->version, $before);
            [$norms, $crew] = [WorkNorms::read($in->object('norms')), Crew::read($in->object('crew'))];
            $costs = Costs::of($in->number('hourCost', 0, 10_000), $in->number('trayWeekCost', 0, 10_000));
            $in->done();
            $nursery->crew = $crew->toArray();
            $nursery->stuckAnHour = $norms->stuckAnHour;
            $nursery->pottedAnHour = $norms->pottedAnHour;
            $nursery->collectedAnHour = $norms->collectedAnHour;
            $nursery->weanedAnHour = $norms->weanedAnHour;
            $nursery->stuckBy = $norms->stuckBy;
            $nursery->pottedBy = $norms->pottedBy;
            $nursery->hourCost = $costs->hour;
            $nursery->trayWeekCost = $costs->warmTrayWeek;
            $this->writing->keep('crew', '1', $before, self::view($nursery));
            if ($before['crew'] !== $nursery->crew()->toArray()) {
                $this->redating->becauseTheHouseChanged();
            }
        });

        return new Answer(self::view($this->house->nursery()));
    }

    /** @return array<string, mixed> */
    private static function view(Nursery $nursery): array
    {
        return [
            'crew' => $nursery->crew()->toArray(), 'norms' => $nursery->norms()->toArray(), 'hourCost' => $nursery->hourCost,
            'trayWeekCost' => $nursery->trayWeekCost, 'version' => $nursery->version,
        ];
    }
}
