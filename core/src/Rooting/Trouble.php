<?php

declare(strict_types=1);

namespace WetCradle\Core\Rooting;

/** What somebody saw at a tag and what became of it since. */
final class Trouble
{
    /**
     * @param int                  $id       of the look
     * @param string               $place    the zone in which it stands
     * @param bool                 $saysMore whether there is a word, a share or a picture with it
     * @param bool                 $isDealtWith whether somebody has done something about it
     * @param ?\DateTimeImmutable $watchedUntil the day on which it is looked at again, where somebody only watches it
     */
    public function __construct(
        public readonly int $id,
        public readonly Seen $seen,
        public readonly string $place,
        public readonly \DateTimeImmutable $at,
        public readonly bool $saysMore,
        public readonly bool $isDealtWith = false,
        public readonly ?\DateTimeImmutable $watchedUntil = null,
    ) {
    }

    /** Whether somebody has to decide about it today. */
    public function isOpen(\DateTimeImmutable $today): bool
    {
        return ($this->seen !== Seen::Fine || $this->saysMore) && !$this->isDealtWith && ($this->watchedUntil === null || $this->watchedUntil <= $today);
    }

    /**
     * Troubles that somebody has to decide about, those that tell of one thing together: the same seen in one place. What
     * spreads or kills soonest comes first, then what was seen last; within one, the last look first. A word about what looks
     * fine stands by itself.
     *
     * @param list<self> $troubles
     *
     * @return list<non-empty-list<self>>
     */
    public static function together(array $troubles, \DateTimeImmutable $today): array
    {
        $open = array_filter($troubles, static fn (self $one) => $one->isOpen($today));
        usort($open, static fn (self $a, self $b) => [$a->seen->urgency(), $b->at, $b->id] <=> [$b->seen->urgency(), $a->at, $a->id]);
        $together = [];
        foreach ($open as $one) {
            $together[$one->seen === Seen::Fine ? "{$one->id}" : "{$one->seen->value} {$one->place}"][] = $one;
        }

        return array_values($together);
    }
}
