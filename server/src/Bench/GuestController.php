<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Bench\GuestKind;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Plan\BatchCode;
use WetCradle\Core\Refused;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Removals;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\Find;
use WetCradle\Server\Potting\PotLot;

/** Other tenants: laid on a bench for some weeks where they have room and can share its water and warmth, changed, taken away. */
final class GuestController
{
    /** Where each of a zone's reasons is put right. */
    private const FIELDS = [
        'no_room' => 'places', 'closed' => 'from', 'no_water' => 'mistLow', 'no_warmth' => 'heatLow', 'sharing' => 'zone', 'only_pots' => 'zone',
        'frost' => 'zone', 'beside_stock' => 'zone', 'open_ground' => 'zone',
    ];

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Tenants $tenants,
        private readonly Removals $removals,
        private readonly Writing $writing,
        private readonly Find $find,
        private readonly Today $today,
    ) {
    }

    #[Route('/api/guests', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function add(Fields $in): Answer
    {
        $guest = $this->writing->once(function () use ($in): Guest {
            $guest = new Guest('', GuestKind::Other, $this->find->by(Zone::class, 'id', $in->count('zone', 1), 'zone', 'zone'), 1, '', '', 0, 0, 0, 0);
            $this->read($in, $guest, null);
            $this->em->persist($guest);
            $this->em->flush();
            $this->writing->keep('guest', $guest->name, [], $guest->toArray());

            return $guest;
        });

        return new Answer($guest->toArray(), 201);
    }

    #[Route('/api/guests/{id<\d+>}', methods: ['PUT'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function change(int $id, Fields $in): Answer
    {
        $guest = $this->guest($id);
        $this->writing->once(function () use ($in, $guest): void {
            [$before, $was] = [$guest->toArray(), $guest->name];
            $this->writing->mustBeVersion($in->count('version', 1), $guest->version, $before);
            $this->writing->change($guest, fn (Guest $asked) => $this->read($in, $asked, $was));
            $this->writing->keep('guest', $guest->name, $before, $guest->toArray());
        });

        return new Answer($guest->toArray());
    }

    #[Route('/api/guests/{id<\d+>}', methods: ['DELETE'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function remove(int $id): Answer
    {
        $guest = $this->guest($id);
        $taken = $this->writing->once(fn (): int => $this->removals->take('guest', $guest->name, 'guest', (int) $guest->id));

        return new Answer(['gone' => true, 'taken' => $taken]);
    }

    /** @param ?string $was what it was called, where it lies already */
    private function read(Fields $in, Guest $guest, ?string $was): void
    {
        $guest->name = $in->text('name', 60);
        if (BatchCode::typed($guest->name) !== null || PotLot::isCode($guest->name)) {
            throw Refused::because('taken', 'name', sprintf('%s would be taken for a batch or a lot. Say what it is.', $guest->name));
        }
        $other = $this->em->getRepository(Guest::class)->findOneBy(['name' => $guest->name]);
        if ($other !== null && $other->id !== $guest->id) {
            throw Refused::because('taken', 'name', sprintf('%s stands in %s already. Tell them apart.', $other->name, $other->zone->name));
        }
        $guest->kind = $in->choice('kind', GuestKind::class);
        $guest->zone = $this->find->by(Zone::class, 'id', $in->count('zone', 1), 'zone', 'zone');
        $guest->places = $in->count('places', 1, 10_000);
        $from = Week::read($in, 'from', $this->today->week());
        $to = Week::read($in, 'to', $this->today->week());
        if ($from->until($to) < 0) {
            throw Refused::because('upside_down', 'to', 'It cannot leave before it comes.');
        }
        [$guest->fromWeek, $guest->toWeek] = [$from->written(), $to->written()];
        $heat = Range::of($in->number('heatLow', -20, 40), $in->number('heatHigh', -20, 40), 'heatLow');
        $mist = Range::of($in->count('mistLow', 0, 3), $in->count('mistHigh', 0, 3), 'mistLow');
        [$guest->heatLow, $guest->heatHigh, $guest->mistLow, $guest->mistHigh] = [$heat->low, $heat->high, (int) $mist->low, (int) $mist->high];
        if ($in->has('version')) {
            $in->count('version', 1);
        }
        $in->done();
        $this->mustFit($guest, $was);
    }

    private function mustFit(Guest $guest, ?string $was): void
    {
        $tenant = $guest->tenant();
        $others = array_values(array_filter(
            $this->tenants->in($guest->zone, $tenant->from, $tenant->to),
            static fn (Tenant $other) => !$other->isGuest || $other->name !== $was,
        ));
        $offer = $guest->zone->core()->offerTo($tenant, $others);
        if (!$offer->isYes()) {
            throw Refused::because((string) $offer->reason, self::FIELDS[$offer->reason] ?? 'zone', $offer->words);
        }
    }

    private function guest(int $id): Guest
    {
        return $this->em->find(Guest::class, $id) ?? throw new NotFoundHttpException();
    }
}
