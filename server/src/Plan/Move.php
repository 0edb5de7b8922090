<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

/**
 * One batch moved: to another day, held for longer in its tray, to another zone, on to a second one, into other trays, or in
 * parts. What is null stays as it is.
 */
final class Move
{
    /**
     * @param string                                     $field    by which a refusal names it
     * @param ?int                                       $seen     the version of the batch that the mover saw, where it was seen;
     *                                                             another one means that somebody changed it meanwhile
     * @param ?int                                       $zone     where it lies; of one that is stuck, where it goes on that day
     * @param ?\DateTimeImmutable                        $on       the day on which it goes there, where it lies elsewhere before
     * @param ?array{zone: int, on: \DateTimeImmutable}  $then     where it goes on midway
     * @param list<array{zone: int, trays: int}>         $parts    several zones at once; all but the first become batches of their own
     * @param ?array{zone: int, spaced: ?bool}           $pots     where its pots stand once it is potted; spaced or not as they were, where it is null
     */
    public function __construct(
        public readonly string $code,
        public readonly ?\DateTimeImmutable $stickOn,
        public readonly ?int $heldDays,
        public readonly ?int $zone,
        public readonly string $field,
        public readonly ?int $seen = null,
        public readonly ?\DateTimeImmutable $on = null,
        public readonly ?array $then = null,
        public readonly ?int $trayKind = null,
        public readonly array $parts = [],
        public readonly ?array $pots = null,
    ) {
    }

    /** Whether it says only where the pots stand, and nothing of how they come to be. */
    public function isOnlyPots(): bool
    {
        return $this->pots !== null
            && [$this->zone, $this->stickOn, $this->heldDays, $this->then, $this->trayKind, $this->parts] === [null, null, null, null, null, []];
    }
}
