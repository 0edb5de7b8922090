<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

/** When and how its pieces are taken, and what is done to them before they are stuck. */
final class Taking
{
    /**
     * @param non-empty-list<SignedWindow> $windows at the reference climate
     */
    public function __construct(
        public readonly array $windows,
        public readonly TimeOfDay $timeOfDay,
        public readonly Cut $cut,
        public readonly Hold $hold,
        public readonly Wash $wash,
        public readonly Hormone $hormone,
    ) {
    }
}
