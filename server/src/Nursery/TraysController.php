<?php

declare(strict_types=1);

namespace WetCradle\Server\Nursery;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Server\Bench\TrayKinds;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Plan\TrayKind;
use WetCradle\Server\Wanted\Pot;
use WetCradle\Server\Wanted\Pots;

/** The kinds of tray and the sizes of pot: what they hold, and how much bench they take. */
final class TraysController
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Writing $writing,
        private readonly House $house,
        private readonly TrayKinds $kinds,
        private readonly Pots $pots,
    ) {
    }

    #[Route('/api/trays', methods: ['GET'])]
    public function all(): Answer
    {
        return new Answer($this->say());
    }

    #[Route('/api/trays/kinds', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function addKind(Fields $in): Answer
    {
        $this->writing->once(function () use ($in): void {
            $kind = new TrayKind('', 1, 1, 1.0, 1.0);
            $this->kinds->read($in, $kind);
            $this->em->persist($kind);
            $this->writing->keep('tray_kind', $kind->name, [], self::kept($kind));
        });

        return new Answer($this->say(), 201);
    }

    #[Route('/api/trays/kinds/{id<\d+>}', methods: ['PUT'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function changeKind(int $id, Fields $in): Answer
    {
        $kind = $this->em->find(TrayKind::class, $id) ?? throw new NotFoundHttpException();
        $this->writing->once(function () use ($in, $kind): void {
            $before = self::kept($kind);
            $this->writing->mustBeVersion($in->count('version', 1), $kind->version, $this->say());
            $this->kinds->read($in, $kind);
            $this->writing->keep('tray_kind', $kind->name, $before, self::kept($kind));
        });

        return new Answer($this->say());
    }

    #[Route('/api/trays/pots', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function addPot(Fields $in): Answer
    {
        $this->writing->once(function () use ($in): void {
            $pot = new Pot('', 1, 1.0);
            $this->pots->read($in, $pot);
            $this->em->persist($pot);
            $this->writing->keep('pot', $pot->name, [], self::kept($pot));
        });

        return new Answer($this->say(), 201);
    }

    /** A pot keeps its name as long as crop sheets call it by that. */
    #[Route('/api/trays/pots/{id<\d+>}', methods: ['PUT'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function changePot(int $id, Fields $in): Answer
    {
        $pot = $this->em->find(Pot::class, $id) ?? throw new NotFoundHttpException();
        $this->writing->once(function () use ($in, $pot): void {
            $before = self::kept($pot);
            $this->writing->mustBeVersion($in->count('version', 1), $pot->version, $this->say());
            $this->writing->change($pot, fn (Pot $asked) => $this->pots->read($in, $asked));
            $this->writing->keep('pot', $pot->name, $before, self::kept($pot));
        });

        return new Answer($this->say());
    }

    /** @return array<string, mixed> */
    private static function kept(TrayKind|Pot $what): array
    {
        return array_diff_key(get_object_vars($what), ['id' => 0, 'version' => 0]);
    }

    /** @return array{kinds: list<array<string, mixed>>, pots: list<array<string, mixed>>} */
    private function say(): array
    {
        $first = TrayKinds::first($this->kinds->all());
        $batches = array_map(intval(...), Row::pairs($this->em->getConnection(), 'SELECT tray_kind_id, count(*) FROM batch GROUP BY tray_kind_id'));
        $position = $first === null ? 1.0 : $first->lengthCm * $first->widthCm;
        $on = static fn (Pot $pot, float $apart) => $pot->leaves->isPotted() ? (int) floor($position / ($apart * $pot->acrossCm) ** 2) : null;

        return [
            'kinds' => array_map(
                static fn (TrayKind $k) => $k->toArray() + [
                    'version' => $k->version, 'lengthCm' => $k->lengthCm, 'widthCm' => $k->widthCm, 'positions' => round($k->positions, 4),
                    'first' => $k === $first, 'batches' => $batches[(int) $k->id] ?? 0,
                ],
                $this->em->getRepository(TrayKind::class)->findBy([], ['cells' => 'ASC', 'id' => 'ASC']),
            ),
            'pots' => array_map(
                fn (Pot $p) => $p->toArray() + [
                    'version' => $p->version,
                    'acrossCm' => $p->acrossCm,
                    'thick' => $on($p, 1.0),
                    'spaced' => $on($p, $this->house->defaults()->number(HouseDefault::PotsApart)),
                ],
                $this->pots->all(),
            ),
        ];
    }
}
