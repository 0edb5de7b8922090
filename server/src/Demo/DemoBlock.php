<?php

declare(strict_types=1);

namespace WetCradle\Server\Demo;

use WetCradle\Core\Crops\CuttingsPerShoot;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Stock\BlockOffer;
use WetCradle\Core\Stock\ShootHabit;

/** A stock block of the made-up nursery. */
final class DemoBlock
{
    /** @param array<string, mixed> $more what is known of it beyond its row */
    public function __construct(
        public readonly int $id,
        public readonly string $code,
        public readonly DemoCrop $crop,
        public readonly int $plants,
        private readonly int $shoots,
        public readonly int $recoveryWeeks,
        public readonly array $more,
    ) {
    }

    /** @param list<array{on: \DateTimeImmutable, cuttings: int}> $takes */
    public function offer(WaySheet $way, array $takes, \DateTimeImmutable $on, int $asked): BlockOffer
    {
        $perShoot = isset($this->more['shoot_cm']) && $way->method->value === 'nodal cutting'
            ? CuttingsPerShoot::of(
                (float) $this->more['shoot_cm'],
                (float) $this->more['tip_cm'],
                (float) $this->more['internode_cm'],
                $way->taking->cut->nodesBelow,
                max(1, $way->taking->cut->nodesAbove),
                $way->taking->cut->lengthCm->low,
                $way->taking->cut->betweenNodes,
            )->cuttings()
            : 1;

        return BlockOffer::of(
            $this->plants,
            ShootHabit::of($this->shoots, self::most($this->shoots), 0.5, 2.0, $this->recoveryWeeks),
            $perShoot,
            null,
            $takes,
            $on,
            $asked,
        );
    }

    public static function most(int $shoots): int
    {
        return intdiv(3 * $shoots, 2);
    }
}
