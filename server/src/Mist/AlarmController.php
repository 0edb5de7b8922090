<?php

declare(strict_types=1);

namespace WetCradle\Server\Mist;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Mist\Alarm;
use WetCradle\Core\Mist\AlarmKind;
use WetCradle\Core\Mist\ProgrammeFor;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;

/** What is wrong now, and who saw it. */
final class AlarmController
{
    /** Alarms that are over of which is told. */
    private const OVER = 40;

    public function __construct(
        private readonly Watch $watch,
        private readonly Programmes $programmes,
        private readonly EntityManagerInterface $em,
        private readonly Writing $writing,
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
        ], $this->watch->newest(self::OVER, false))];
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
}
