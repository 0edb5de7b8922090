<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

/** One batch moved: to another day, held for longer in its tray, or to another zone. What is null stays as it is. */
final class Move
{
    /**
     * @param string              $field by which a refusal names it
     * @param ?\DateTimeImmutable $from  the stick day that the mover saw; another one means that somebody moved it meanwhile
     */
    public function __construct(
        public readonly string $code,
        public readonly ?\DateTimeImmutable $stickOn,
        public readonly ?int $heldDays,
        public readonly ?int $zone,
        public readonly string $field,
        public readonly ?\DateTimeImmutable $from = null,
    ) {
    }
}
