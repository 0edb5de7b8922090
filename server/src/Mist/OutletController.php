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
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\SentOnce;
use WetCradle\Server\Nursery\House;

/** Where alarms are told: by mail, to an address of somebody else's, or as a feed. */
final class OutletController
{
    /** Alarms in a feed. */
    private const TOLD = 40;

    public function __construct(
        private readonly Watch $watch,
        private readonly EntityManagerInterface $em,
        private readonly Writing $writing,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    #[Route('/api/alarms/outlets', methods: ['GET'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function all(): Answer
    {
        return new Answer($this->said());
    }

    #[Route('/api/alarms/outlets', methods: ['POST'], defaults: [SentOnce::BUT => 'feed'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function add(Fields $in): Answer
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

        return new Answer($this->said() + ['feed' => $isFeed ? "/api/alarms/feed/{$token}" : null], 201);
    }

    #[Route('/api/alarms/outlets/{id<\d+>}', methods: ['DELETE'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function remove(int $id): Answer
    {
        $this->writing->once(function () use ($id): void {
            $outlet = $this->em->find(AlarmOutlet::class, $id) ?? throw new NotFoundHttpException();
            $this->writing->keep('alarm_outlet', $outlet->kind->value, ['address' => $outlet->kind === OutletKind::Feed ? 'withdrawn' : $outlet->address], []);
            $this->em->remove($outlet);
        });

        return new Answer($this->said());
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
        $alarms = $this->watch->newest(self::TOLD, true);
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
    private function said(): array
    {
        return ['outlets' => array_map(static fn (AlarmOutlet $outlet) => [
            'id' => $outlet->id, 'kind' => $outlet->kind->value, 'address' => $outlet->kind === OutletKind::Feed ? null : $outlet->address,
            'at' => $outlet->at->format('Y-m-d'), 'by' => $outlet->by->name, 'toldAt' => $outlet->toldAt?->format('Y-m-d H:i'), 'failed' => $outlet->failed,
        ], $this->em->getRepository(AlarmOutlet::class)->findBy([], ['id' => 'ASC']))];
    }
}
