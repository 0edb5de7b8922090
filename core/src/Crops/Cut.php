<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Numbers\Range;

/** How a piece is cut and prepared. */
final class Cut
{
    private function __construct(
        public readonly Range $lengthCm,
        public readonly int $nodesBelow,
        public readonly int $nodesAbove,
        public readonly bool $betweenNodes,
        public readonly Leaves $leaves,
        public readonly bool $wound,
        public readonly Slanted $slanted,
        public readonly Up $up,
        public readonly int $plantlets,
    ) {
    }

    /** @param Fields $in {lengthCm: [low, high], nodesBelow, nodesAbove, betweenNodes, leaves, wound, slanted, up, plantlets} */
    public static function read(Fields $in): self
    {
        $cut = new self(
            $in->range('lengthCm', 0.5, 200),
            $in->count('nodesBelow', 0, 20),
            $in->count('nodesAbove', 0, 20),
            $in->flag('betweenNodes'),
            $in->choice('leaves', Leaves::class),
            $in->flag('wound'),
            $in->choice('slanted', Slanted::class),
            $in->choice('up', Up::class),
            $in->count('plantlets', 1, 2),
        );
        $in->done();

        return $cut;
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'lengthCm' => $this->lengthCm->pair(), 'nodesBelow' => $this->nodesBelow, 'nodesAbove' => $this->nodesAbove,
            'betweenNodes' => $this->betweenNodes, 'leaves' => $this->leaves->value, 'wound' => $this->wound,
            'slanted' => $this->slanted->value, 'up' => $this->up->value, 'plantlets' => $this->plantlets,
        ];
    }
}
