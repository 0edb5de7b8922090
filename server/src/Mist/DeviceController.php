<?php

declare(strict_types=1);

namespace WetCradle\Server\Mist;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\SentOnce;

/** Devices that are let in, each by a token that is shown once. */
#[IsGranted('ROLE_PROPAGATOR')]
final class DeviceController
{
    public function __construct(private readonly EntityManagerInterface $em, private readonly Writing $writing, private readonly Today $today)
    {
    }

    #[Route('/api/devices', methods: ['GET'])]
    public function all(): Answer
    {
        return new Answer($this->said());
    }

    #[Route('/api/devices', methods: ['POST'], defaults: [SentOnce::BUT => 'token'])]
    public function letIn(Fields $in): Answer
    {
        $token = 'wc_'.bin2hex(random_bytes(20));
        $this->writing->once(function () use ($in, $token): void {
            $name = $in->text('name', 60);
            $zone = $in->has('zone') ? $in->count('zone', 1) : null;
            $in->done();
            $there = $zone === null ? null : $this->em->find(Zone::class, $zone) ?? throw $in->refuse('unknown', 'zone', Fact::of('refused.device.no_zone'));
            $this->em->persist(new Device($name, $there, Device::kept($token), $this->today->now(), $this->writing->by()));
            $this->writing->keep('device', $name, [], ['zone' => $there?->name]);
        });

        return new Answer($this->said() + ['token' => $token], 201);
    }

    /** Its token opens nothing any more. */
    #[Route('/api/devices/{id<\d+>}', methods: ['DELETE'])]
    public function withdraw(int $id): Answer
    {
        $this->writing->once(function () use ($id): void {
            $device = $this->em->find(Device::class, $id) ?? throw new NotFoundHttpException();
            $device->withdrawnAt ??= $this->today->now();
            $this->writing->keep('device', $device->name, ['let in' => true], ['let in' => false]);
        });

        return new Answer($this->said());
    }

    /** @return array{devices: list<array<string, mixed>>} */
    private function said(): array
    {
        return ['devices' => array_map(
            static fn (Device $device) => $device->toArray(),
            $this->em->getRepository(Device::class)->findBy([], ['id' => 'DESC']),
        )];
    }
}
