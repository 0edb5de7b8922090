<?php

declare(strict_types=1);

namespace WetCradle\Server\Wanted;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Calendar\Season;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\Find;
use WetCradle\Server\Http\SentOnce;
use WetCradle\Server\Http\UntilWritten;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Planner;
use WetCradle\Server\Plan\Redating;
use WetCradle\Server\Plan\RouteViews;
use WetCradle\Server\Plan\TrayKind;

/** Orders and own targets. */
final class WantedController
{
    private const LONGEST_SERIES = 52;
    private const MOST_LINES = 100;

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly WantedViews $views,
        private readonly OrderForm $form,
        private readonly Writing $writing,
        private readonly Find $find,
        private readonly Today $today,
    ) {
    }

    /** Orders of the running season and of all that follow; or of one that is over, by its year or by one of its orders. */
    #[Route('/api/wanted', methods: ['GET'], defaults: [UntilWritten::SAME => true])]
    public function all(Request $request, House $house): Answer
    {
        $asked = Fields::of(array_map(static fn (mixed $one) => is_numeric($one) ? (int) $one : $one, $request->query->all()));
        $year = $asked->has('season') ? $asked->count('season', 1950, 2200) : null;
        $order = $asked->has('order') ? $this->em->find(Wanted::class, $asked->count('order', 1)) : null;
        $asked->done();
        $hemisphere = $house->nursery()->hemisphere;
        $running = Season::containing($this->today->day(), $hemisphere);
        $seasons = $this->views->seasonsBefore($running, $hemisphere);
        $year ??= $order === null ? null : Season::containing(Week::of($order->readyWeek)->monday()->modify('+6 days'), $hemisphere)->startYear;
        $season = $year === null || $year >= $running->startYear ? null : Season::beginningIn($year, $hemisphere);

        return new Answer([
            'season' => $season?->startYear,
            'seasons' => array_map(static fn (Season $one) => ['year' => $one->startYear, 'name' => $one->name()], $seasons),
            'wanted' => $this->views->due(
                Week::containing(($season ?? $running)->firstDay()),
                $season === null ? null : Week::containing($season->end()),
            ),
        ]);
    }

    #[Route('/api/wanted/{id<\d+>}', methods: ['GET'])]
    public function one(int $id): Answer
    {
        return new Answer($this->views->one($this->wanted($id)));
    }

    #[Route('/api/wanted', methods: ['POST'])]
    #[IsGranted('ROLE_OFFICE')]
    public function add(Fields $in): Answer
    {
        $wanted = $this->writing->once(function () use ($in) {
            $wanted = $this->form->blank($in);
            $wanted->forBlock = $this->form->forBlock($in, $wanted->crop);
            $this->form->read($in, $wanted);
            $in->done();
            $this->em->persist($wanted);

            return $wanted;
        });

        return new Answer($this->views->one($wanted), 201);
    }

    /** An order of several lines, entered in one act. */
    #[Route('/api/wanted/lines', methods: ['POST'])]
    #[IsGranted('ROLE_OFFICE')]
    public function addLines(Fields $in): Answer
    {
        $lines = $this->writing->once(function () use ($in): array {
            $lines = [];
            foreach ($in->objects('lines', self::MOST_LINES) as $line) {
                foreach ($this->form->lines($line) as $wanted) {
                    $this->form->readOrder($in, $wanted);
                    $this->em->persist($wanted);
                    $lines[] = $wanted;
                }
                $line->done();
            }
            if ($lines === []) {
                throw $in->refuse('missing', 'lines', Fact::of('refused.wanted.no_lines'));
            }
            $in->done();

            return $lines;
        });

        return new Answer(['wanted' => array_map($this->views->one(...), $lines)], 201);
    }

    /** All lines of the order that this is a line of; itself, where its customer gave no number. */
    #[Route('/api/wanted/{id<\d+>}/lines', methods: ['GET'])]
    public function lines(int $id): Answer
    {
        $wanted = $this->wanted($id);
        $lines = $wanted->reference === null ? [$wanted] : $this->em->getRepository(Wanted::class)->findBy(
            ['reference' => $wanted->reference, 'customer' => $wanted->customer],
            ['readyWeek' => 'ASC', 'id' => 'ASC'],
        );

        return new Answer(['wanted' => array_map($this->views->one(...), $lines)]);
    }

    /** So many every week: one order a week from the first to the last. */
    #[Route('/api/wanted/series', methods: ['POST'])]
    #[IsGranted('ROLE_OFFICE')]
    public function series(Fields $in): Answer
    {
        $series = $this->writing->once(function () use ($in): array {
            $first = $this->form->blank($in);
            $this->form->read($in, $first);
            $to = Week::read($in, 'toWeek', $this->today->week());
            $every = $in->has('every') ? $in->count('every', 1, 26) : 1;
            $in->done();
            $weeks = $first->ready()->until($to);
            if ($weeks < 0 || $weeks > self::LONGEST_SERIES) {
                throw $in->refuse(
                    'out_of_range',
                    'toWeek',
                    $weeks < 0 ? 'comes before the first week' : sprintf('is more than %d weeks after the first', self::LONGEST_SERIES),
                );
            }
            $made = [];
            for ($i = 0; $i <= $weeks; $i += $every) {
                $made[] = $line = new Wanted(
                    $first->crop,
                    $first->plants,
                    $first->pot,
                    $first->ready()->plus($i)->written(),
                    $first->customer,
                    $first->priority,
                    $first->note,
                    $first->enteredBy,
                    $first->enteredAt,
                );
                [$line->onlyBlock, $line->onlyPopulation, $line->sex] = [$first->onlyBlock, $first->onlyPopulation, $first->sex];
                $line->reference = $first->reference;
                $this->em->persist($line);
            }

            return $made;
        });

        return new Answer(['wanted' => array_map($this->views->one(...), $series)], 201);
    }

    /** The ways to come by it, side by side. */
    #[Route('/api/wanted/{id<\d+>}/routes', methods: ['GET'])]
    public function routes(int $id, RouteViews $routes): Answer
    {
        $wanted = $this->wanted($id);

        return new Answer(['wanted' => $this->views->one($wanted)] + $routes->of($wanted));
    }

    #[Route('/api/wanted/{id<\d+>}', methods: ['PUT'])]
    #[IsGranted('ROLE_OFFICE')]
    public function change(int $id, Fields $in, CallingOff $callingOff, Redating $redating): Answer
    {
        $wanted = $this->wanted($id);
        $this->writing->once(function () use ($wanted, $in, $callingOff, $redating): void {
            $this->em->refresh($wanted);
            $before = self::editable($wanted);
            $this->writing->mustBeVersion($in->count('version'), $wanted->version, $before);
            [$wasOff, $left] = [$wanted->calledOff, $wanted->pot];
            $fate = $in->has('batches') ? $in->choice('batches', BatchesFate::class) : null;
            $this->writing->change($wanted, function (Wanted $asked) use ($in, $wanted): void {
                $asked->calledOff = $in->has('calledOff') && $in->flag('calledOff');
                $asked->pot = $this->form->pot($in);
                $this->form->read($in, $asked);
                $in->done();
                $this->form->mustSuitItsBatches($wanted, $asked);
            });
            $this->writing->keep('wanted', (string) $wanted->id, $before, self::editable($wanted));
            if ($wanted->pot->leaving() !== $left->leaving()) {
                $this->em->flush();
                $redating->becauseAnOrderChanged($wanted);
            }
            if ($wanted->calledOff && !$wasOff) {
                $callingOff->settle($wanted, $fate, $in);
            }
        });

        return new Answer($this->views->one($wanted));
    }

    /** How it stands, and what can still be done where it is short. */
    #[Route('/api/wanted/{id<\d+>}/remedies', methods: ['GET'])]
    public function remedies(int $id, Shortfalls $shortfalls): Answer
    {
        $wanted = $this->wanted($id);

        return new Answer(['wanted' => $this->views->one($wanted)] + $shortfalls->remedies($wanted));
    }

    /** What a batch for it would rest on; saves nothing. */
    #[Route('/api/wanted/{id<\d+>}/proposal', methods: ['POST'], defaults: [SentOnce::ASKS => true])]
    public function proposal(int $id, Fields $in, Planner $planner, House $house): Answer
    {
        $wanted = $this->wanted($id);
        $confidence = $in->has('confidence') ? $in->share('confidence') : $house->defaults()->number(HouseDefault::SureOfPlan);
        $way = $this->find->way($in, $wanted->crop);
        $trayKind = $in->has('trayKind')
            ? $this->find->trayKind($in)
            : $this->find->by(TrayKind::class, 'id', $way->core()->setting->trayKind, 'trayKind', 'kind of tray');
        $stickOn = $in->has('stickOn') ? $in->day('stickOn') : null;
        $collectOn = $in->has('collectOn') ? $in->day('collectOn') : null;
        $trays = $in->has('trays') ? $in->count('trays', 1, 20_000) : null;
        $cuttings = $in->has('cuttings') ? $in->count('cuttings', 1, 2_000_000) : null;
        $plants = $in->has('plants') ? $in->count('plants', 1, 500_000) : $wanted->plants;
        $in->done();

        $proposal = $planner->propose($wanted, $plants, $way, $confidence, $trayKind, $stickOn, $trays, $collectOn, $cuttings);

        return new Answer(['wanted' => $this->views->one($wanted)] + $proposal);
    }

    private function wanted(int $id): Wanted
    {
        return $this->em->find(Wanted::class, $id) ?? throw new NotFoundHttpException();
    }

    /** @return array<string, mixed> */
    private static function editable(Wanted $wanted): array
    {
        return [
            'plants' => $wanted->plants,
            'pot' => $wanted->pot->name,
            'readyWeek' => $wanted->readyWeek,
            'customer' => $wanted->customer?->name,
            'priority' => $wanted->priority->value,
            'note' => $wanted->note,
            'reference' => $wanted->reference,
            'onlyFrom' => $wanted->onlyFrom()->words(),
            'sex' => $wanted->sex,
            'calledOff' => $wanted->calledOff,
            'version' => $wanted->version,
        ];
    }
}
