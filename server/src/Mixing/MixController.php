<?php

declare(strict_types=1);

namespace WetCradle\Server\Mixing;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Crops\LeavesAs;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\Mixing\MixVolume;
use WetCradle\Core\Mixing\Recipe;
use WetCradle\Core\Mixing\Volume;
use WetCradle\Core\Refused;
use WetCradle\Server\Crops\SheetBook;
use WetCradle\Server\Crops\Way;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\SentOnce;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Nursery\NamedBy;
use WetCradle\Server\Nursery\Record;
use WetCradle\Server\Plan\TrayKind;
use WetCradle\Server\Wanted\Pot;

/** Mixes by their parts: kept, reckoned for trays and pots, held against a crop's sheet. */
final class MixController
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Mixes $mixes,
        private readonly SheetBook $sheets,
        private readonly House $house,
        private readonly Writing $writing,
        private readonly NamedBy $named,
    ) {
    }

    #[Route('/api/mixes', methods: ['GET'])]
    public function all(): Answer
    {
        return new Answer($this->say());
    }

    #[Route('/api/mixes', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function add(Fields $in): Answer
    {
        $this->writing->once(function () use ($in): void {
            $mix = new Mix('', []);
            $this->read($in, $mix);
            $this->em->persist($mix);
            $this->writing->keep('mix', $mix->name, [], $mix->toArray());
        });

        return new Answer($this->say(), 201);
    }

    #[Route('/api/mixes/{id<\d+>}', methods: ['PUT'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function change(int $id, Fields $in): Answer
    {
        $mix = $this->em->find(Mix::class, $id) ?? throw new NotFoundHttpException();
        $this->writing->once(function () use ($in, $mix): void {
            $before = $mix->toArray();
            $this->writing->mustBeVersion($in->count('version', 1), $mix->version, $this->say());
            $this->writing->change($mix, fn (Mix $asked) => $this->read($in, $asked));
            $this->writing->keep('mix', $mix->name, $before, $mix->toArray());
        });

        return new Answer($this->say());
    }

    #[Route('/api/mixes/parts', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function addPart(Fields $in): Answer
    {
        $this->writing->once(function () use ($in): void {
            $part = new Part('');
            $this->readPart($in, $part);
            $this->em->persist($part);
            $this->writing->keep('mix_part', $part->name, [], $part->toArray());
        });

        return new Answer($this->say(), 201);
    }

    #[Route('/api/mixes/parts/{id<\d+>}', methods: ['PUT'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function changePart(int $id, Fields $in): Answer
    {
        $part = $this->em->find(Part::class, $id) ?? throw new NotFoundHttpException();
        $this->writing->once(function () use ($in, $part): void {
            $before = $part->toArray();
            $this->writing->mustBeVersion($in->count('version', 1), $part->version, $this->say());
            $this->writing->change($part, fn (Part $asked) => $this->readPart($in, $asked));
            $this->writing->keep('mix_part', $part->name, $before, $part->toArray());
        });

        return new Answer($this->say());
    }

    /** What trays or pots take of a mix; saves nothing. */
    #[Route('/api/mixes/reckon', methods: ['POST'], defaults: [SentOnce::ASKS => true])]
    public function reckon(Fields $in): Answer
    {
        $words = $in->text('mix', 200);
        $trays = $in->countOr('trays', 0, 0, 20_000);
        $pots = $in->countOr('pots', 0, 0, 2_000_000);
        $kind = $trays === 0
            ? null
            : $this->em->find(TrayKind::class, $in->count('trayKind', 1)) ?? throw Refused::because('unknown', 'trayKind', 'There is no such kind of tray.');
        $pot = $pots === 0
            ? null
            : $this->em->getRepository(Pot::class)->findOneBy(['id' => $in->count('pot', 1), 'leaves' => LeavesAs::Pot])
                ?? throw Refused::because('unknown', 'pot', 'There is no such pot.');
        if ($trays === 0 && $in->has('trayKind')) {
            $in->count('trayKind', 1);
        }
        if ($pots === 0 && $in->has('pot')) {
            $in->count('pot', 1);
        }
        $house = $this->house->defaults();
        $compaction = $in->has('compaction') ? $in->number('compaction', 1, 3) : $house->number(HouseDefault::Compaction);
        $waste = $in->has('waste') ? $in->number('waste', 0, 1) : $house->number(HouseDefault::Waste);
        $way = $in->has('way') ? $this->em->find(Way::class, $in->count('way', 1)) ?? throw Refused::because('unknown', 'way', 'There is no such way.') : null;
        $in->done();
        if ($trays + $pots === 0) {
            throw Refused::because('not_positive', 'trays', 'A mix is made for at least one tray or pot.');
        }
        $ofTrays = $kind === null ? 0.0 : MixVolume::litres($trays, $kind->cells, $kind->cellMl, $compaction, $waste);
        $ofPots = $pot === null ? 0.0 : MixVolume::litres($pots, 1, $pot->millilitres, $compaction, $waste);
        $each = match (true) {
            $pot === null => $ofTrays / $trays,
            $kind === null => $ofPots / $pots,
            default => null,
        };

        return new Answer(
            $this->mixes->made(
                $words,
                Volume::litres($ofTrays + $ofPots),
                $way === null ? [] : [['batch' => $way->crop->name, 'sheet' => $way->core()]],
                $each,
            ),
        );
    }

    private function read(Fields $in, Mix $mix): void
    {
        $name = $in->text('name', 200);
        $other = $this->em->getRepository(Mix::class)->findOneBy(['name' => $name]);
        if ($other !== null && $other->id !== $mix->id) {
            throw Refused::because('taken', 'name', sprintf('There is a mix called %s already.', $name));
        }
        if ($mix->id !== null && $mix->name !== $name) {
            $this->named->mustBeFree(Record::Mix, $mix->name, $mix->id);
        }
        $parts = array_map(static function (Fields $part): array {
            $read = ['name' => $part->text('name', 60), 'parts' => $part->positive('parts', 1000)];
            $part->done();

            return $read;
        }, $in->objects('parts', 12));
        if ($in->has('version')) {
            $in->count('version', 1);
        }
        $in->done();
        foreach ($parts as $i => $part) {
            if (!isset($this->mixes->known()[$part['name']])) {
                throw Refused::because('unknown', "parts[{$i}].name", sprintf('There is no %s in the store. Add it to the parts first.', $part['name']));
            }
        }
        [$mix->name, $mix->parts] = [$name, Recipe::of($parts)->parts];
    }

    private function readPart(Fields $in, Part $part): void
    {
        $name = $in->text('name', 60);
        $other = $this->em->getRepository(Part::class)->findOneBy(['name' => $name]);
        if ($other !== null && $other->id !== $part->id) {
            throw Refused::because('taken', 'name', sprintf('There is %s in the store already.', $name));
        }
        if ($part->id !== null && $name !== $part->name) {
            $this->named->mustBeFree(Record::Part, $part->name, $part->id);
        }
        $part->name = $name;
        [$part->holdsWater, $part->drains, $part->feeds, $part->breaksDown] = [
            $in->flag('holdsWater'), $in->flag('drains'), $in->flag('feeds'), $in->flag('breaksDown'),
        ];
        [$part->air, $part->water, $part->wetBy] = [$in->share('air'), $in->share('water'), $in->number('wetBy', 0, 5)];
        $part->bagLitres = $in->has('bagLitres') ? $in->positive('bagLitres', 10_000) : null;
        $part->stockLitres = $in->number('stockLitres', 0, 1_000_000);
        if ($in->has('version')) {
            $in->count('version', 1);
        }
        $in->done();
        // What cannot be is refused by its own rules.
        $part->core();
    }

    /** @return list<string> mixes as the newest sheets write them */
    private function used(): array
    {
        return $this->sheets->mixes();
    }

    /** @return array{parts: list<array<string, mixed>>, mixes: list<array<string, mixed>>, used: list<string>} `used` as crop sheets write them */
    private function say(): array
    {
        $used = $this->used();
        sort($used);

        return [
            'parts' => array_map(static fn (Part $p) => $p->toArray(), $this->em->getRepository(Part::class)->findBy([], ['name' => 'ASC'])),
            'mixes' => array_map(static fn (Mix $m) => $m->toArray(), $this->em->getRepository(Mix::class)->findBy([], ['name' => 'ASC'])),
            'used' => $used,
        ];
    }
}
