<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

/** What is known of a block on a day, from which it is fit to take or not. */
final class BlockFacts
{
    /**
     * @param ?int                $cleanDays      days since it was last found clean; null where it never was
     * @param int                 $inspectionDays after so many days an inspection is old
     * @param ?string             $found          what was found and is not cleared yet
     * @param int                 $notBefore      years before which it is left to build itself up
     * @param ?int                $replaceAfter   years after which it is worn out; null where it never is
     * @param ?\DateTimeImmutable $plantedOn      the day, where it is known: its age counts from it, and not from its year
     * @param ?string             $recalled       why what came from it was called back; null where it was not
     * @param ?string             $rights         why no licence covers it; null where one does, or none is needed
     */
    public function __construct(
        public readonly \DateTimeImmutable $on,
        public readonly ?int $cleanDays,
        public readonly int $inspectionDays,
        public readonly ?string $found,
        public readonly int $plantedYear,
        public readonly int $notBefore,
        public readonly ?int $replaceAfter,
        public readonly Origin $origin,
        public readonly ?string $permit,
        public readonly ?\DateTimeImmutable $permitUntil,
        public readonly ?string $rights,
        public readonly BlockOffer $offer,
        public readonly ?\DateTimeImmutable $plantedOn = null,
        public readonly ?string $recalled = null,
    ) {
    }
}
