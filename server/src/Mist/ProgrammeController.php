<?php

declare(strict_types=1);

namespace WetCradle\Server\Mist;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Mist\ProgrammeFor;
use WetCradle\Core\Mist\ZoneProgramme;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\Conflict;

/** What is to be set on the controllers this morning, zone by zone, and what is set. */
final class ProgrammeController
{
    public function __construct(
        private readonly Programmes $programmes,
        private readonly EntityManagerInterface $em,
        private readonly Writing $writing,
        private readonly Today $today,
    ) {
    }

    #[Route('/api/mist/programmes', methods: ['GET'])]
    public function all(): Answer
    {
        return new Answer($this->said());
    }

    /** Set as it is asked, or otherwise: then what is asked is not asked for again until it is something else. */
    #[Route('/api/mist/programmes/{id<\d+>}', methods: ['PUT'])]
    #[IsGranted('ROLE_HAND')]
    public function set(int $id, Fields $in): Answer
    {
        $this->writing->once(function () use ($id, $in): void {
            ['zone' => $zone, 'asks' => $asks, 'set' => $set] = $this->of($id);
            $mark = $in->text('mark', 40);
            $was = $in->has('set') ? $in->count('set', 1) : null;
            $programme = $in->has('programme') ? ZoneProgramme::read($in->object('programme')) : $asks->programme;
            $in->done();
            if ($mark !== Programmes::mark($asks) || $was !== $set?->id) {
                throw new Conflict($this->said());
            }
            $this->em->persist(new ProgrammeSet($zone, $programme->toArray(), $mark, $this->today->now(), $this->writing->by()));
            $this->writing->keep('zone_programme', $zone->name, $set->programme ?? [], $programme->toArray());
        });

        return new Answer($this->said());
    }

    /** It was not set after all. */
    #[Route('/api/mist/programmes/{id<\d+>}/newest', methods: ['DELETE'])]
    #[IsGranted('ROLE_HAND')]
    public function unset(int $id): Answer
    {
        $this->writing->once(function () use ($id): void {
            ['zone' => $zone, 'set' => $set] = $this->of($id);
            if ($set === null) {
                throw new NotFoundHttpException();
            }
            $this->em->remove($set);
            $this->writing->keep('zone_programme', $zone->name, $set->programme, []);
        });

        return new Answer($this->said());
    }

    /** @return array{zone: Zone, asks: ProgrammeFor, crops: array<string, string>, set: ?ProgrammeSet} */
    private function of(int $id): array
    {
        foreach ($this->programmes->all() as $one) {
            if ($one['zone']->id === $id) {
                return $one;
            }
        }

        throw new NotFoundHttpException();
    }

    /** @return array{zones: list<array<string, mixed>>} */
    private function said(): array
    {
        return ['zones' => array_map(self::zone(...), $this->programmes->all())];
    }

    /**
     * @param array{zone: Zone, asks: ProgrammeFor, crops: array<string, string>, set: ?ProgrammeSet} $one
     *
     * @return array<string, mixed>
     */
    private static function zone(array $one): array
    {
        ['zone' => $zone, 'asks' => $asks, 'crops' => $crops, 'set' => $set] = $one;
        $hours = $asks->weather->hours();
        $is = $set?->core();
        $isOwn = $set !== null && $is !== null && $set->asked === Programmes::mark($asks) && !$asks->programme->isAs($is);

        return [
            'id' => $zone->id,
            'name' => $zone->name,
            'house' => $zone->house,
            'mark' => Programmes::mark($asks),
            'asks' => $asks->programme->toArray(),
            'says' => self::facts($asks->programme->said($hours)),
            'changes' => $isOwn ? [] : $asks->programme->changesFrom($is, $hours),
            'mistFor' => $asks->mistFor,
            'warmFor' => $asks->warmFor,
            'tenants' => array_map(
                static fn (array $tenant) => ['crop' => $crops[$tenant['batch']] ?? '', 'litres' => self::round($tenant['litres'], 1)]
                    + ['ownLitres' => self::round($tenant['ownLitres'], 1), 'daysLater' => self::round($tenant['daysLater'], 1)] + $tenant,
                $asks->tenants,
            ),
            'set' => $set === null || $is === null ? null : [
                'id' => $set->id, 'at' => $set->at->format('Y-m-d H:i'), 'by' => $set->by->name, 'isOwn' => $isOwn, 'programme' => $is->toArray(),
                'says' => self::facts($is->said($hours)),
            ],
        ];
    }

    /**
     * @param array<string, Fact> $said
     *
     * @return list<array{what: string, says: Fact}>
     */
    private static function facts(array $said): array
    {
        return array_map(static fn (string $what, Fact $fact) => ['what' => $what, 'says' => $fact], array_keys($said), array_values($said));
    }

    private static function round(?float $number, int $to): ?float
    {
        return $number === null ? null : round($number, $to);
    }
}
