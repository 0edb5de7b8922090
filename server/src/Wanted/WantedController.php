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
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\Priority;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\Find;
use WetCradle\Server\Http\SentOnce;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Planner;
use WetCradle\Server\Plan\RouteViews;
use WetCradle\Server\Plan\TrayKind;
use WetCradle\Server\Stock\StockBlock;

/** Orders and own targets. */
final class WantedController
{
    private const LONGEST_SERIES = 52;

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly WantedViews $views,
        private readonly Writing $writing,
        private readonly Find $find,
        private readonly Today $today,
    ) {
    }

    #[Route('/api/wanted', methods: ['GET'])]
    public function all(Request $request, House $house): Answer
    {
        $season = Season::containing($this->today->day(), $house->nursery()->hemisphere);

        return new Answer(['wanted' => $this->views->all($request->query->getString('season') === 'all' ? null : Week::containing($season->firstDay()))]);
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
            $wanted = $this->blank($in);
            $wanted->forBlock = $this->forBlock($in, $wanted->crop);
            $this->read($in, $wanted);
            $in->done();
            $this->em->persist($wanted);

            return $wanted;
        });

        return new Answer($this->views->one($wanted), 201);
    }

    /** So many every week: one order a week from the first to the last. */
    #[Route('/api/wanted/series', methods: ['POST'])]
    #[IsGranted('ROLE_OFFICE')]
    public function series(Fields $in): Answer
    {
        $series = $this->writing->once(function () use ($in): array {
            $first = $this->blank($in);
            $this->read($in, $first);
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
    public function change(int $id, Fields $in, CallingOff $callingOff): Answer
    {
        $wanted = $this->wanted($id);
        $this->writing->once(function () use ($wanted, $in, $callingOff): void {
            $this->em->refresh($wanted);
            $before = self::editable($wanted);
            $this->writing->mustBeVersion($in->count('version'), $wanted->version, $before);
            $wasOff = $wanted->calledOff;
            $fate = $in->has('batches') ? $in->choice('batches', BatchesFate::class) : null;
            $this->writing->change($wanted, function (Wanted $asked) use ($in): void {
                $asked->calledOff = $in->has('calledOff') && $in->flag('calledOff');
                $asked->pot = $this->pot($in);
                $this->read($in, $asked);
                $in->done();
            });
            $this->writing->keep('wanted', (string) $wanted->id, $before, self::editable($wanted));
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

    private function pot(Fields $in): Pot
    {
        return $this->find->by(Pot::class, 'id', $in->count('pot', 1), 'pot', 'pot size');
    }

    /** An order of the crop and pot that are asked for, before the rest of it is read. */
    private function blank(Fields $in): Wanted
    {
        return new Wanted(
            $this->find->by(Crop::class, 'slug', $in->text('crop'), 'crop', 'crop'),
            1,
            $this->pot($in),
            $this->today->week()->written(),
            null,
            Priority::Should,
            null,
            $this->writing->by(),
            $this->today->now(),
        );
    }

    /** The block whose place these plants take, where they are raised for one. */
    private function forBlock(Fields $in, Crop $crop): ?StockBlock
    {
        if (!$in->has('forBlock')) {
            return null;
        }
        $block = $this->find->by(StockBlock::class, 'code', strtoupper($in->text('forBlock', 12)), 'forBlock', 'stock block');

        return $block->crop === $crop
            ? $block
            : throw $in->refuse('wrong_crop', 'forBlock', sprintf('is of %s; its place is taken by the same', $block->crop->name));
    }

    private function read(Fields $in, Wanted $wanted): void
    {
        $wanted->plants = $in->count('plants', 1, 500_000);
        $week = Week::read($in, 'readyWeek', $this->today->week());
        if ($week->until($this->today->week()) > 0 && $week->written() !== $wanted->readyWeek) {
            throw $in->refuse('gone_by', 'readyWeek', sprintf('%s has gone by; the running week is %s', $week->written(), $this->today->week()->written()));
        }
        $wanted->readyWeek = $week->written();
        $name = $in->textOr('customer', null, 200);
        $wanted->customer = $name === null ? null : $this->customer($name);
        $wanted->priority = $in->choice('priority', Priority::class);
        $wanted->note = $in->textOr('note', null, 1000);
    }

    /** One who is new is kept with the order. */
    private function customer(string $name): Customer
    {
        return $this->em->getRepository(Customer::class)->findOneBy(['name' => $name]) ?? new Customer($name);
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
            'calledOff' => $wanted->calledOff,
            'version' => $wanted->version,
        ];
    }
}
