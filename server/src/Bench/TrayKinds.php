<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Bench\TrayFit;
use WetCradle\Server\Plan\TrayKind;

/** The kinds of tray there are, and how many of them lie in a zone. */
final class TrayKinds
{
    public function __construct(private readonly EntityManagerInterface $em)
    {
    }

    /** @return list<TrayKind> the one with fewest cells first */
    public function all(): array
    {
        return $this->em->getRepository(TrayKind::class)->findBy([], ['cells' => 'ASC']);
    }

    /** The most trays that a zone holds, of the kind that fits best. */
    public function mostIn(Zone $zone): int
    {
        return max(
            [0, ...array_map(static fn (TrayKind $k) => TrayFit::of(100 * $zone->length, 100 * $zone->width, $k->lengthCm, $k->widthCm), $this->all())],
        );
    }
}
