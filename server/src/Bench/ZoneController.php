<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\ZoneKind;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Crops\Ground;
use WetCradle\Core\Refused;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Removals;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Plan\Redating;

/** The zones themselves: where they stand, what they hold, when they are out of use. */
final class ZoneController
{
    /** Weeks for which a zone is closed at most. */
    private const CLOSED = 104;

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Tenants $tenants,
        private readonly Writing $writing,
        private readonly Removals $removals,
        private readonly Redating $redating,
        private readonly ZoneAsked $asked,
        private readonly ZoneViews $views,
    ) {
    }

    #[Route('/api/zones', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function add(Fields $in): Answer
    {
        $zone = $this->writing->once(function () use ($in) {
            $zone = new Zone('', '', ZoneKind::Mist, 1, 0, 0, 0, 0, 0, 0, 1, 1);
            $this->asked->new($in, $zone);
            $this->em->persist($zone);
            $this->writing->keep('zone', $zone->name, [], self::editable($zone));

            return $zone;
        });

        return new Answer($this->views->one($zone), 201);
    }

    #[Route('/api/zones/{id<\d+>}', methods: ['PUT'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function change(int $id, Fields $in, Today $today): Answer
    {
        $zone = $this->zone($id);
        $this->writing->once(function () use ($in, $zone, $today): void {
            $before = self::editable($zone);
            $warmth = self::warmth($zone);
            $this->writing->mustBeVersion($in->count('version', 1), $zone->version, $this->views->one($zone));
            $this->writing->change($zone, function (Zone $asked) use ($in, $zone, $today): void {
                $this->asked->changed($in, $asked);
                $this->mustSuitWhoIsThere($zone, $asked, $today);
            });
            if (array_diff_assoc(self::warmth($zone), $warmth) !== []) {
                $this->redating->becauseAZoneChanged($zone);
            }
            $this->writing->keep('zone', $zone->name, $before, self::editable($zone));
        });

        return new Answer($this->views->one($zone));
    }

    /** Takes away a zone that nobody ever lay in. */
    #[Route('/api/zones/{id<\d+>}', methods: ['DELETE'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function remove(int $id): Answer
    {
        $zone = $this->zone($id);
        $taken = $this->writing->once(function () use ($zone): int {
            return $this->removals->take('zone', $zone->name, 'zone', (int) $zone->id, ['zone_closed' => 'zone_id = ?', 'zone_programme' => 'zone_id = ?']);
        });

        return new Answer(['gone' => true, 'taken' => $taken]);
    }

    /** Puts a zone out of use for some weeks; says who lies there then. */
    #[Route('/api/zones/{id<\d+>}/closed', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function close(int $id, Fields $in, Today $today): Answer
    {
        $zone = $this->zone($id);
        $there = $this->writing->once(function () use ($in, $zone, $today): array {
            $from = Week::read($in, 'from', $today->week());
            $to = Week::read($in, 'to', $today->week());
            $why = $in->text('why', 120);
            $in->done();
            if ($from->until($to) < 0) {
                throw Refused::because('upside_down', 'to', 'A zone cannot be opened again before it is closed.');
            }
            if ($from->until($to) > self::CLOSED) {
                throw Refused::because('out_of_range', 'to', 'A zone is closed for two years at most.');
            }
            $zone->closed->add(new ZoneClosed($zone, $from->written(), $to->written(), $why));
            $this->writing->keep('zone', $zone->name, [], ['closed' => [$from->written(), $to->written(), $why]]);

            return array_map(static fn (Tenant $t) => $t->name, $this->tenants->in($zone, $from, $to));
        });

        return new Answer(['zone' => $this->views->one($zone), 'batches' => $there], 201);
    }

    #[Route('/api/zones/{id<\d+>}/closed/{closed<\d+>}', methods: ['DELETE'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function open(int $id, int $closed): Answer
    {
        $zone = $this->zone($id);
        $this->writing->once(function () use ($zone, $closed): void {
            foreach ($zone->closed as $closing) {
                if ($closing->id === $closed) {
                    $zone->closed->removeElement($closing);
                    $this->writing->keep('zone', $zone->name, ['closed' => [$closing->fromWeek, $closing->toWeek, $closing->why]], []);
                }
            }
        });

        return new Answer($this->views->one($zone));
    }

    /**
     * What roots on its mother, what is planted out and what lies on a bench never share ground, so one cannot become the other under them.
     *
     * @throws Refused for `ground`
     */
    private function mustSuitWhoIsThere(Zone $zone, Zone $asked, Today $today): void
    {
        if ($asked->ground === $zone->ground) {
            return;
        }
        $there = array_values(array_unique(array_map(
            static fn (Tenant $tenant) => $tenant->name,
            $this->tenants->in($zone, $today->week(), $today->week()->plus(self::CLOSED)),
        )));
        if ($there !== []) {
            throw Refused::because('in_use', 'ground', sprintf(
                '%s %s there or will. Move %s first: %s.',
                implode(', ', array_slice($there, 0, 3)).(count($there) > 3 ? sprintf(' and %d more', count($there) - 3) : ''),
                count($there) === 1 ? 'lies' : 'lie',
                count($there) === 1 ? 'it' : 'them',
                match (true) {
                    $asked->ground === Ground::BesideStock => 'ground beside the stock plants takes only what roots on its mother',
                    $asked->ground === Ground::Open => 'open ground takes only what is planted out',
                    $zone->ground === Ground::Open => 'what is planted out stands only in open ground',
                    default => 'what roots on its mother lies only on ground beside the stock plants',
                },
            ));
        }
    }

    private function zone(int $id): Zone
    {
        return $this->em->find(Zone::class, $id) ?? throw new NotFoundHttpException();
    }

    /** @return array<string, float|string|bool> what the days of batches there rest on */
    private static function warmth(Zone $zone): array
    {
        return ['low' => $zone->heatLow, 'high' => $zone->heatHigh, 'kind' => $zone->kind->value];
    }

    /** @return array<string, mixed> */
    private static function editable(Zone $zone): array
    {
        return array_diff_key(get_object_vars($zone), ['id' => 0, 'version' => 0, 'closed' => 0]);
    }
}
