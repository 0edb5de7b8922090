<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Refused;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Plan\Tags;

/** The house seen from above in one week. */
final class BenchController
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Tenants $tenants,
        private readonly Tags $tags,
        private readonly Today $today,
    ) {
    }

    #[Route('/api/bench', methods: ['GET'])]
    public function week(Request $request): JsonResponse
    {
        $week = $request->query->has('week') ? Week::of($request->query->getString('week')) : $this->today->week();
        $tenants = $this->tenants->byZone($week, $week);
        $names = array_map(static fn (Tenant $t) => $t->name, array_merge(...array_values($tenants)));
        $tags = $this->tags->byCode($names);
        $zones = [];
        foreach ($this->em->getRepository(Zone::class)->findBy([], ['id' => 'ASC']) as $zone) {
            $here = $tenants[(int) $zone->id] ?? [];
            $zones[] = self::view($zone) + [
                'used' => $zone->core()->used($week, $here),
                'tenants' => array_map(static fn (Tenant $t) => ['trays' => $t->trays, 'from' => $t->from->written(), 'to' => $t->to->written(), 'tag' => $tags[$t->name]], $here),
                'setting' => $zone->core()->setting($here),
            ];
        }

        return new JsonResponse(['week' => $week->written(), 'zones' => $zones]);
    }

    #[Route('/api/zones', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function add(Fields $in, Writing $writing): JsonResponse
    {
        $zone = $writing->once(function () use ($in, $writing) {
            $name = $in->text('name', 60);
            if ($this->em->getRepository(Zone::class)->findOneBy(['name' => $name]) !== null) {
                throw Refused::because('taken', 'name', sprintf('There is a zone called %s already.', $name));
            }
            $heat = Range::of($in->number('heatLow', -20, 40), $in->number('heatHigh', -20, 40), 'heatLow');
            $mist = Range::of($in->count('mistLow', 0, 3), $in->count('mistHigh', 0, 3), 'mistLow');
            $house = $in->text('house', 60);
            $size = ['length' => $in->positive('length', 500), 'width' => $in->positive('width', 100)];
            // A new zone is drawn below what its house already holds.
            $below = 0.0;
            foreach ($this->em->getRepository(Zone::class)->findBy(['house' => $house]) as $other) {
                $below = max($below, $other->y + $other->width + 0.8);
            }
            $zone = new Zone($name, $house, $in->oneOf('kind', Zone::KINDS), $in->count('trays', 1, 10_000), $heat->low, $heat->high, (int) $mist->low, (int) $mist->high, 0.0, $below, $size['length'], $size['width']);
            $in->done();
            $this->em->persist($zone);
            $writing->keep('zone', $name, [], ['trays' => $zone->trays, 'house' => $house]);

            return $zone;
        });

        return new JsonResponse(self::view($zone), 201);
    }

    /** @return array<string, mixed> */
    private static function view(Zone $zone): array
    {
        return [
            'id' => $zone->id,
            'name' => $zone->name,
            'house' => $zone->house,
            'kind' => $zone->kind,
            'trays' => $zone->trays,
            'heat' => [$zone->heatLow, $zone->heatHigh],
            'mist' => [$zone->mistLow, $zone->mistHigh],
            'place' => ['x' => $zone->x, 'y' => $zone->y, 'length' => $zone->length, 'width' => $zone->width],
        ];
    }
}
