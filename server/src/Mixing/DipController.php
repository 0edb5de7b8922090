<?php

declare(strict_types=1);

namespace WetCradle\Server\Mixing;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Mixing\RatioReading;
use WetCradle\Core\Mixing\Volume;
use WetCradle\Core\Refused;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\SheetBook;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\SentOnce;
use WetCradle\Server\Plan\Batches;

/** Hormones on the shelf and the dips made of them, with the batches that they were made for; and sanitisers, by their labels. */
final class DipController
{
    /** Dips of the log that are shown. */
    private const SHOWN = 60;

    public function __construct(
        private readonly Batches $batches,
        private readonly EntityManagerInterface $em,
        private readonly Shelf $shelf,
        private readonly HormoneForm $hormones,
        private readonly SheetBook $sheets,
        private readonly Writing $writing,
        private readonly Today $today,
    ) {
    }

    #[Route('/api/dips', methods: ['GET'])]
    public function all(): Answer
    {
        return new Answer($this->say());
    }

    #[Route('/api/dips/stocks', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function addStock(Fields $in): Answer
    {
        $this->writing->once(function () use ($in): void {
            $stock = HormoneForm::blank();
            $this->hormones->read($in, $stock);
            $this->em->persist($stock);
            $this->writing->keep('hormone_stock', $stock->name, [], $stock->toArray($this->today->day()));
        });

        return new Answer($this->say(), 201);
    }

    #[Route('/api/dips/stocks/{id<\d+>}', methods: ['PUT'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function changeStock(int $id, Fields $in): Answer
    {
        $stock = $this->stock($id);
        $this->writing->once(function () use ($in, $stock): void {
            $before = $stock->toArray($this->today->day());
            $this->writing->mustBeVersion($in->count('version', 1), $stock->version, $this->say());
            $this->writing->change($stock, fn (HormoneStock $asked) => $this->hormones->read($in, $asked));
            $this->writing->keep('hormone_stock', $stock->name, $before, $stock->toArray($this->today->day()));
        });

        return new Answer($this->say());
    }

    /** Thrown away, or found again: what was made of it stays in the log. */
    #[Route('/api/dips/stocks/{id<\d+>}/discard', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function discardStock(int $id, Fields $in): Answer
    {
        $stock = $this->stock($id);
        $this->writing->once(function () use ($in, $stock): void {
            $before = $stock->toArray($this->today->day());
            $isDiscarded = $in->flag('discarded');
            $on = $this->today->orPast($in, 'on');
            $in->done();
            $stock->discardedOn = $isDiscarded ? $on : null;
            $this->writing->keep('hormone_stock', $stock->name, $before, $stock->toArray($this->today->day()));
        });

        return new Answer($this->say());
    }

    /** What is measured out of a stock for so many cuttings; saves nothing. */
    #[Route('/api/dips/reckon', methods: ['POST'], defaults: [SentOnce::ASKS => true])]
    public function reckon(Fields $in): Answer
    {
        [$stock, $ppm, $cuttings, $depth] = $this->asked($in);
        $in->done();

        return new Answer($this->shelf->of($stock, $ppm, $cuttings, $depth));
    }

    #[Route('/api/dips/made', methods: ['POST'])]
    #[IsGranted('ROLE_HAND')]
    public function make(Fields $in): Answer
    {
        $this->writing->once(function () use ($in): void {
            [$stock, $ppm, $cuttings, $depth] = $this->asked($in);
            $batches = array_map(fn (string $code) => $this->batches->byCode($code, 'batches'), $in->texts('batches', 60));
            $at = $this->today->orPastMoment($in, 'on');
            $in->done();
            $dip = $this->shelf->of($stock, $ppm, $cuttings, $depth);
            $this->em->persist(
                new MadeDip(
                    $stock,
                    $dip['ppm'] ?? (float) $ppm,
                    $dip['stockMl'],
                    $dip['waterMl'],
                    $dip['grams'],
                    $batches,
                    $at,
                    $this->writing->by(),
                ),
            );
        });

        return new Answer($this->say(), 201);
    }

    /** What is left of a dip is thrown away, never poured back. */
    #[Route('/api/dips/made/{id<\d+>}/discard', methods: ['POST'])]
    #[IsGranted('ROLE_HAND')]
    public function discard(int $id, Fields $in): Answer
    {
        $made = $this->em->find(MadeDip::class, $id) ?? throw new NotFoundHttpException();
        $this->writing->once(function () use ($made, $in): void {
            $before = ['discarded' => $made->discardedAt?->format('Y-m-d H:i')];
            $isDiscarded = !$in->has('discarded') || $in->flag('discarded');
            $at = $this->today->orPastMoment($in, 'on');
            $in->done();
            $made->discardedAt = $isDiscarded ? $made->discardedAt ?? max($made->madeAt, $at) : null;
            $this->writing->keep('made_dip', (string) $made->id, $before, ['discarded' => $made->discardedAt?->format('Y-m-d H:i')]);
        });

        return new Answer($this->say());
    }

    #[Route('/api/dips/sanitisers', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function addSanitiser(Fields $in): Answer
    {
        $this->writing->once(function () use ($in): void {
            $sanitiser = new Disinfectant('', 1.0, 1.0, RatioReading::ToParts, 0, '', false);
            $this->readSanitiser($in, $sanitiser);
            $this->em->persist($sanitiser);
            $this->writing->keep('sanitiser', $sanitiser->name, [], $sanitiser->toArray());
        });

        return new Answer($this->say(), 201);
    }

    #[Route('/api/dips/sanitisers/{id<\d+>}', methods: ['PUT'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function changeSanitiser(int $id, Fields $in): Answer
    {
        $sanitiser = $this->sanitiser($id);
        $this->writing->once(function () use ($in, $sanitiser): void {
            $before = $sanitiser->toArray();
            $this->writing->mustBeVersion($in->count('version', 1), $sanitiser->version, $this->say());
            $this->writing->change($sanitiser, fn (Disinfectant $asked) => $this->readSanitiser($in, $asked));
            $this->writing->keep('sanitiser', $sanitiser->name, $before, $sanitiser->toArray());
        });

        return new Answer($this->say());
    }

    /** What is poured for so many litres; saves nothing. */
    #[Route('/api/dips/sanitisers/{id<\d+>}/reckon', methods: ['POST'], defaults: [SentOnce::ASKS => true])]
    public function reckonSanitiser(int $id, Fields $in): Answer
    {
        $sanitiser = $this->sanitiser($id);
        $litres = $in->positive('litres', 10_000);
        $in->done();

        return new Answer($sanitiser->core()->make(Volume::litres($litres))->toArray());
    }

    /** @return array{0: HormoneStock, 1: int, 2: int, 3: float} */
    private function asked(Fields $in): array
    {
        return [$this->em->find(HormoneStock::class, $in->count('stock', 1)) ?? throw Refused::because(
            'unknown',
            'stock',
            'There is no such hormone on the shelf.',
        ), $in->count('ppm', 1, 50_000), $in->count('cuttings', 1, 1_000_000), $in->positive('depthCm', 40)];
    }

    private function readSanitiser(Fields $in, Disinfectant $sanitiser): void
    {
        $name = $in->text('name', 60);
        $other = $this->em->getRepository(Disinfectant::class)->findOneBy(['name' => $name]);
        if ($other !== null && $other->id !== $sanitiser->id) {
            throw Refused::because('taken', 'name', sprintf('There is a sanitiser called %s already.', $name));
        }
        [$sanitiser->name, $sanitiser->ppm, $sanitiser->parts, $sanitiser->reading] = [
            $name, 10_000.0 * $in->positive('percent', 100), $in->number('parts', 1, 100_000), $in->choice('reading', RatioReading::class),
        ];
        $sanitiser->minutes = $in->count('minutes', 0, 1440);
        $sanitiser->neverMeets = $in->text('neverMeets', 200);
        $sanitiser->forMaterial = $in->flag('forMaterial');
        $sanitiser->rinse = $in->has('rinse') ? $in->flag('rinse') : $sanitiser->rinse;
        if ($in->has('version')) {
            $in->count('version', 1);
        }
        $in->done();
    }

    private function stock(int $id): HormoneStock
    {
        return $this->em->find(HormoneStock::class, $id) ?? throw new NotFoundHttpException();
    }

    private function sanitiser(int $id): Disinfectant
    {
        return $this->em->find(Disinfectant::class, $id) ?? throw new NotFoundHttpException();
    }

    /**
     * @return array{
     *     stocks: list<array<string, mixed>>, made: list<array<string, mixed>>, sanitisers: list<array<string, mixed>>,
     *     neverDipped: list<string>,
     * } `neverDipped` are crops whose sheet forbids it
     */
    private function say(): array
    {
        return [
            'stocks' => array_map(
                fn (HormoneStock $s) => $s->toArray($this->today->day()),
                $this->em->getRepository(HormoneStock::class)->findBy([], ['what' => 'ASC', 'kind' => 'DESC', 'ppm' => 'ASC', 'id' => 'ASC']),
            ),
            'made' => array_map(
                static fn (MadeDip $m) => $m->toArray(),
                $this->em->getRepository(MadeDip::class)->findBy([], ['madeAt' => 'DESC', 'id' => 'DESC'], self::SHOWN),
            ),
            'sanitisers' => array_map(
                static fn (Disinfectant $d) => $d->toArray(),
                $this->em->getRepository(Disinfectant::class)->findBy([], ['name' => 'ASC']),
            ),
            'neverDipped' => $this->sheets->neverDipped(),
        ];
    }
}
