<?php

declare(strict_types=1);

namespace WetCradle\Server\Nursery;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Plan\Costs;
use WetCradle\Core\Plan\Crew;
use WetCradle\Core\Plan\WorkNorms;
use WetCradle\Core\Refused;
use WetCradle\Server\Account\Account;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Plan\Redating;

/** The hands, when they are away, how much one does in an hour, and what that costs. */
final class CrewController
{
    public function __construct(
        private readonly House $house,
        private readonly EntityManagerInterface $em,
        private readonly Writing $writing,
        private readonly Redating $redating,
    ) {
    }

    #[Route('/api/crew', methods: ['GET'])]
    public function crew(): Answer
    {
        return new Answer($this->view());
    }

    #[Route('/api/crew', methods: ['PUT'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function change(Fields $in): Answer
    {
        $this->writing->once(function () use ($in): void {
            $nursery = $this->house->nursery();
            $before = $this->view();
            $this->writing->mustBeVersion($in->count('version'), $nursery->version, $before);
            [$norms, $crew] = [WorkNorms::read($in->object('norms')), Crew::read($in->object('crew'))];
            $costs = Costs::of($in->number('hourCost', 0, 10_000), $in->number('trayWeekCost', 0, 10_000));
            $in->done();
            // Of those who have left it stays what was entered, for when they come back.
            $here = array_column($this->house->crew()->hands, 'person');
            $left = array_filter($nursery->crew()->hands, static fn (array $hand) => !in_array($hand['person'], $here, true));
            $this->mustBeHere($crew, array_column($left, 'person'));
            $nursery->crew = ['hands' => [...$crew->hands, ...$left]] + $crew->toArray();
            $nursery->stuckAnHour = $norms->stuckAnHour;
            $nursery->pottedAnHour = $norms->pottedAnHour;
            $nursery->collectedAnHour = $norms->collectedAnHour;
            $nursery->weanedAnHour = $norms->weanedAnHour;
            $nursery->stuckBy = $norms->stuckBy;
            $nursery->pottedBy = $norms->pottedBy;
            $nursery->hourCost = $costs->hour;
            $nursery->trayWeekCost = $costs->warmTrayWeek;
            $this->writing->keep('crew', '1', $before, $this->view());
            if ($before['crew'] !== $this->house->crew()->toArray()) {
                $this->redating->becauseTheHouseChanged();
            }
        });

        return new Answer($this->view());
    }

    /**
     * @param list<int> $gone
     *
     * @throws Refused for a hand who is nobody, or works here no more
     */
    private function mustBeHere(Crew $crew, array $gone): void
    {
        foreach ($crew->hands as $i => $hand) {
            $person = $this->em->find(Account::class, $hand['person']);
            if ($person === null || in_array($hand['person'], $gone, true) || $person->endedOn !== null) {
                throw Refused::because(
                    'unknown',
                    "crew.hands[{$i}].person",
                    $person === null ? 'There is nobody of that number.' : sprintf('%s works here no more.', $person->name),
                );
            }
        }
    }

    /** @return array<string, mixed> */
    private function view(): array
    {
        $nursery = $this->house->nursery();

        return [
            'crew' => $this->house->crew()->toArray(), 'norms' => $nursery->norms()->toArray(), 'hourCost' => $nursery->hourCost,
            'trayWeekCost' => $nursery->trayWeekCost, 'version' => $nursery->version,
        ];
    }
}
