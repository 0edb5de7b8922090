<?php

declare(strict_types=1);

namespace WetCradle\Server\Crops;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\SheetCourse;
use WetCradle\Core\Crops\WaysCompared;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Refused;
use WetCradle\Server\Bench\TrayKinds;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Course\Courses;
use WetCradle\Server\Database\Removals;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\SentOnce;
use WetCradle\Server\Nursery\House;

/** The ways of a crop: patterns to start from, sheets kept by version, signs seen on the plant. */
final class WayController
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly CropViews $views,
        private readonly Sheets $sheets,
        private readonly Windows $windows,
        private readonly TrayKinds $kinds,
        private readonly Writing $writing,
        private readonly Removals $removals,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /** Built-in sheets, as this house's rules would have them. */
    #[Route('/api/patterns', methods: ['GET'])]
    public function patterns(): Answer
    {
        $rules = $this->house->nursery()->rules();
        $standard = (int) $this->kinds->standard()->id;
        $sheet = fn (Pattern $p) => $p->sheet((int) $this->kinds->toStartFrom(WaySheet::of($p->sheet($standard)))->id);

        return new Answer(['patterns' => array_map(
            static fn (Pattern $p) => ['pattern' => $p->value, 'words' => $p->words(), 'sheet' => $rules->shape($sheet($p))],
            Pattern::cases(),
        )]);
    }

    /** What a sheet would come to; saves nothing. */
    #[Route('/api/sheets/try', methods: ['POST'], defaults: [SentOnce::ASKS => true])]
    public function try(Fields $in): Answer
    {
        $sheet = $this->sheets->read($in->object('sheet'));
        $in->done();

        $house = $this->house->defaults();

        return new Answer(
            ['sheet' => $sheet->toArray(), 'course' => Courses::of(SheetCourse::of($sheet, $house))]
            + CropViews::derived($sheet, $this->house->nursery()->rules(), $house),
        );
    }

    #[Route('/api/crops/{slug}/ways', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function add(string $slug, Fields $in): Answer
    {
        $crop = $this->em->getRepository(Crop::class)->findOneBy(['slug' => $slug]) ?? throw new NotFoundHttpException();
        $this->writing->once(function () use ($crop, $in): void {
            $name = $in->text('name', 120);
            $sheet = $this->sheets->read($in->object('sheet'));
            $in->done();
            $way = $this->sheets->newWay($crop, $name, false, $sheet);
            $this->em->flush();
            $this->writing->keep('way', (string) $way->id, [], ['crop' => $crop->slug, 'name' => $name]);
        });

        return new Answer($this->views->one($crop), 201);
    }

    #[Route('/api/ways/{id<\d+>}', methods: ['PUT'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function change(int $id, Fields $in): Answer
    {
        $way = $this->way($id);
        $this->writing->once(function () use ($way, $in): void {
            $this->em->refresh($way);
            $theirs = ['name' => $way->name, 'sheet' => $way->newest()->number, 'house' => $way->house, 'version' => $way->version];
            $this->writing->mustBeVersion($in->count('version'), $way->version, $theirs);
            $name = $in->text('name', 120);
            foreach ($way->crop->ways as $other) {
                if ($other !== $way && mb_strtolower($other->name) === mb_strtolower($name)) {
                    throw $in->refuse('taken', 'name', sprintf('is taken: %s has a way called %s', $way->crop->name, $other->name));
                }
            }
            $why = $in->textOr('why', null, 200);
            $sheet = $this->sheets->read($in->object('sheet'));
            $house = $in->has('house') ? $in->flag('house') : $way->house;
            $in->done();
            if ($way->house && !$house) {
                throw Refused::because('no_house_way', 'house', 'One way is always the house way: make another one it instead.');
            }
            $way->name = $name;
            if ($house && !$way->house) {
                $this->sheets->makeHouse($way);
            }
            $this->sheets->change($way, $sheet, $why);
            $this->writing->keep('way', (string) $way->id, $theirs, ['name' => $way->name, 'house' => $way->house]);
        });
        $this->em->refresh($way);

        return new Answer($this->views->one($way->crop));
    }

    #[Route('/api/ways/{id<\d+>}', methods: ['DELETE'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function remove(int $id): Answer
    {
        $way = $this->way($id);
        $taken = $this->writing->once(function () use ($way): int {
            if ($way->house) {
                throw Refused::because('no_house_way', 'way', sprintf('%s is the house way of %s: make another one it first.', $way->name, $way->crop->name));
            }
            $this->sheets->mayTake($way);

            return $this->removals->take('way', $way->name, 'way', (int) $way->id, ['way_sheet' => 'way_id = ?', 'sign_seen' => 'way_id = ?']);
        });
        $this->windows->forget();

        return new Answer(['gone' => true, 'taken' => $taken]);
    }

    /** Two ways of one crop, entry by entry. */
    #[Route('/api/ways/{id<\d+>}/beside/{other<\d+>}', methods: ['GET'])]
    public function beside(int $id, int $other): Answer
    {
        return new Answer(['differences' => WaysCompared::differences($this->way($id)->core(), $this->way($other)->core())]);
    }

    /** The plant gave the sign: this year's window opens then, or is over. */
    #[Route('/api/ways/{id<\d+>}/signs', methods: ['POST'])]
    #[IsGranted('ROLE_HAND')]
    public function seen(int $id, Fields $in): Answer
    {
        $way = $this->way($id);
        $this->writing->once(function () use ($way, $in): void {
            $on = $this->today->orPast($in, 'on');
            $window = $in->countOr('window', 0, 0, count($way->core()->taking->windows) - 1);
            $note = $in->textOr('note', null, 300);
            $isOver = $in->has('isOver') && $in->flag('isOver');
            $in->done();
            $this->windows->of($way)->expectedFor($window, Week::containing($on), $isOver);
            $this->em->persist(new SignSeen($way, $window, $isOver, $on, $note, $this->writing->by(), $this->today->now()));
        });
        $this->windows->forget();

        return new Answer($this->views->season($this->today->week()), 201);
    }

    /** Takes back the newest sign seen on a way. */
    #[Route('/api/ways/{id<\d+>}/signs/last', methods: ['DELETE'])]
    #[IsGranted('ROLE_HAND')]
    public function unseen(int $id): Answer
    {
        $way = $this->way($id);
        $this->writing->once(function () use ($way): void {
            $last = $this->em->getRepository(SignSeen::class)->findOneBy(['way' => $way], ['id' => 'DESC']) ?? throw new NotFoundHttpException();
            $this->em->remove($last);
            $this->writing->keep('way', (string) $way->id, ['seen' => $last->seenOn->format('Y-m-d')], ['seen' => null]);
        });
        $this->windows->forget();

        return new Answer($this->views->season($this->today->week()));
    }

    private function way(int $id): Way
    {
        return $this->em->find(Way::class, $id) ?? throw new NotFoundHttpException();
    }
}
