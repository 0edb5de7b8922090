<?php

declare(strict_types=1);

namespace WetCradle\Server\Mist;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Mist\Alarm;
use WetCradle\Core\Mist\AlarmKind;
use WetCradle\Core\Mist\ProgrammeFor;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\SentOnce;
use WetCradle\Server\Nursery\House;

/** What is wrong now, who saw it, and where it is told. */
final class AlarmController
{
    /** Alarms that are over of which is told. */
    private const OVER = 40;

    public function __construct(
        private readonly Watch $watch,
        private readonly Programmes $programmes,
        private readonly EntityManagerInterface $em,
        private readonly Writing $writing,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    #[Route('/api/alarms', methods: ['GET'])]
    public function now(): Answer
    {
        return new Answer($this->said());
    }

    /** Somebody saw it and goes there: it stays, and is quiet. */
    #[Route('/api/alarms/seen', methods: ['POST'])]
    #[IsGranted('ROLE_HAND')]
    public function seen(Fields $in): Answer
    {
        $this->writing->once(function () use ($in): void {
            $zone = $this->em->find(Zone::class, $in->count('zone', 1)) ?? throw new NotFoundHttpException();
            $kind = $in->choice('kind', AlarmKind::class);
            $in->done();
            $this->watch->goOn();
            $alarm = $this->em->getRepository(AlarmKept::class)->findOneBy(['zone' => $zone, 'kind' => $kind, 'until' => null], ['id' => 'DESC'])
                ?? throw new NotFoundHttpException();
            $alarm->seenAt ??= $this->today->now();
            $alarm->seenBy ??= $this->writing->by();
        });

        return new Answer($this->said());
    }

    #[Route('/api/alarms/outlets', methods: ['GET'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function outlets(): Answer
    {
        return new Answer($this->outletsSaid());
    }

    #[Route('/api/alarms/outlets', methods: ['POST'], defaults: [SentOnce::BUT => 'feed'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function addOutlet(Fields $in): Answer
    {
        $token = bin2hex(random_bytes(20));
        $isFeed = false;
        $this->writing->once(function () use ($in, $token, &$isFeed): void {
            $kind = $in->choice('kind', OutletKind::class);
            $isFeed = $kind === OutletKind::Feed;
            $address = $isFeed ? Device::kept($token) : trim($in->text('address', 300));
            $in->done();
            $isGood = match ($kind) {
                OutletKind::Feed => true,
                OutletKind::Webhook => filter_var($address, FILTER_VALIDATE_URL) !== false && preg_match('~^https?://~i', $address) === 1,
                OutletKind::Mail => filter_var($address, FILTER_VALIDATE_EMAIL) !== false,
            };
            if (!$isGood) {
                throw $in->refuse('no_address', 'address', Fact::of("refused.outlet.no_{$kind->value}"));
            }
            $this->em->persist(new AlarmOutlet($kind, $address, $this->today->now(), $this->writing->by()));
            $this->writing->keep('alarm_outlet', $kind->value, [], ['address' => $isFeed ? null : $address]);
        });

        return new Answer($this->outletsSaid() + ['feed' => $isFeed ? "/api/alarms/feed/{$token}" : null], 201);
    }

    #[Route('/api/alarms/outlets/{id<\d+>}', methods: ['DELETE'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function removeOutlet(int $id): Answer
    {
        $this->writing->once(function () use ($id): void {
            $outlet = $this->em->find(AlarmOutlet::class, $id) ?? throw new NotFoundHttpException();
            $this->writing->keep('alarm_outlet', $outlet->kind->value, ['address' => $outlet->kind === OutletKind::Feed ? 'withdrawn' : $outlet->address], []);
            $this->em->remove($outlet);
        });

        return new Answer($this->outletsSaid());
    }

    /** The newest alarms as Atom, by a private address that can be withdrawn. */
    #[Route('/api/alarms/feed/{token<[0-9a-f]{40}>}', methods: ['GET'])]
    public function feed(#[\SensitiveParameter] string $token, Request $request): Response
    {
        if ($this->em->getRepository(AlarmOutlet::class)->findOneBy(['kind' => OutletKind::Feed, 'address' => Device::kept($token)]) === null) {
            throw new NotFoundHttpException();
        }
        $of = $request->getSchemeAndHttpHost();
        $xml = new \XMLWriter();
        $xml->openMemory();
        $xml->startDocument('1.0', 'UTF-8');
        $xml->startElement('feed');
        $xml->writeAttribute('xmlns', 'http://www.w3.org/2005/Atom');
        $xml->writeElement('title', $this->house->nursery()->name);
        $xml->writeElement('id', "{$of}/alarms");
        $alarms = $this->over(self::OVER, true);
        $xml->writeElement('updated', $this->today->asMoment($alarms[0]->since ?? $this->today->now())->format('c'));
        foreach ($alarms as $alarm) {
            $xml->startElement('entry');
            $xml->writeElement('id', "{$of}/alarms/{$alarm->id}");
            $xml->writeElement('title', "{$alarm->zone->name}: {$alarm->says}");
            $xml->writeElement('updated', $this->today->asMoment($alarm->until ?? $alarm->since)->format('c'));
            $xml->writeElement('content', $alarm->until === null ? 'It goes on.' : 'Over since '.$alarm->until->format('H:i').'.');
            $xml->endElement();
        }
        $xml->endElement();

        return new Response($xml->outputMemory(), 200, ['Content-Type' => 'application/atom+xml; charset=UTF-8']);
    }

    /** @return array{outlets: list<array<string, mixed>>} */
    private function outletsSaid(): array
    {
        return ['outlets' => array_map(static fn (AlarmOutlet $outlet) => [
            'id' => $outlet->id, 'kind' => $outlet->kind->value, 'address' => $outlet->kind === OutletKind::Feed ? null : $outlet->address,
            'at' => $outlet->at->format('Y-m-d'), 'by' => $outlet->by->name, 'toldAt' => $outlet->toldAt?->format('Y-m-d H:i'), 'failed' => $outlet->failed,
        ], $this->em->getRepository(AlarmOutlet::class)->findBy([], ['id' => 'ASC']))];
    }

    /** @return array{alarms: list<array<string, mixed>>, over: list<array<string, mixed>>} */
    private function said(): array
    {
        $wrong = $this->watch->now();
        $kept = [];
        foreach ($wrong === [] ? [] : $this->watch->recent($this->today->now()) as $alarm) {
            $kept[(int) $alarm->zone->id][$alarm->kind->value] ??= $alarm;
        }
        $programmes = [];
        foreach ($wrong === [] ? [] : $this->programmes->all() as $one) {
            $programmes[(int) $one['zone']->id] = $one;
        }
        $said = [];
        foreach ($wrong as $id => $alarms) {
            $zone = $this->em->find(Zone::class, $id);
            foreach ($alarms as $alarm) {
                $said[] = ['zone' => $id, 'zoneName' => $zone->name ?? '']
                    + $this->one($alarm, $kept[$id][$alarm->kind->value] ?? null, $programmes[$id] ?? null);
            }
        }
        $order = array_column(AlarmKind::cases(), 'value');
        usort($said, static fn (array $a, array $b) => [array_search($a['kind'], $order, true), $a['harmAfter'] ?? PHP_INT_MAX]
            <=> [array_search($b['kind'], $order, true), $b['harmAfter'] ?? PHP_INT_MAX]);

        return ['alarms' => $said, 'over' => array_map(static fn (AlarmKept $alarm) => [
            'zoneName' => $alarm->zone->name, 'words' => $alarm->kind->words(), 'since' => $alarm->since->format('Y-m-d H:i'),
            'until' => $alarm->until?->format('Y-m-d H:i'), 'says' => $alarm->says, 'seenBy' => $alarm->seenBy?->name,
        ], $this->over(self::OVER, false))];
    }

    /**
     * @param ?array{asks: ProgrammeFor, crops: array<string, string>} $programme of its zone
     *
     * @return array<string, mixed>
     */
    private function one(Alarm $alarm, ?AlarmKept $kept, ?array $programme): array
    {
        $tenants = $programme === null ? [] : $programme['asks']->tenants;
        // Who has the softest leaves suffers first.
        usort($tenants, static fn (array $a, array $b) => [$b['ownLevel'], $a['eased']] <=> [$a['ownLevel'], $b['eased']]);

        return [
            'kind' => $alarm->kind->value, 'words' => $alarm->kind->words(), 'says' => $alarm->says,
            'since' => $this->watch->at($alarm->since)->format('Y-m-d H:i'),
            'harmAfter' => $alarm->harmAfter, 'first' => $alarm->kind->first(),
            'suffer' => array_map(static fn (array $one) => ['batch' => $one['batch'], 'crop' => $programme['crops'][$one['batch']] ?? ''], $tenants),
            'seenBy' => $kept?->seenBy?->name, 'seenAt' => $kept?->seenAt?->format('Y-m-d H:i'),
        ];
    }

    /** @return list<AlarmKept> the newest first */
    private function over(int $most, bool $withOpen): array
    {
        return Row::things(
            $this->em->createQuery('SELECT a, z, s FROM '.AlarmKept::class.' a JOIN a.zone z LEFT JOIN a.seenBy s '
                .($withOpen ? '' : 'WHERE a.until IS NOT NULL ').'ORDER BY a.id DESC')->setMaxResults($most),
            AlarmKept::class,
        );
    }
}
