<?php

declare(strict_types=1);

namespace WetCradle\Core\Records;

use WetCradle\Core\Book\LossCause;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** What is known of a batch from before: how many were stuck, had roots, were potted, and were lost of what. It adds up. */
final class ShortHistory
{
    /** @param array<string, int> $lost by cause, before anybody knew of roots */
    private function __construct(public readonly int $stuck, public readonly int $rooted, public readonly ?int $potted, public readonly array $lost)
    {
    }

    /**
     * @param array<string, int> $lost by cause
     *
     * @throws Refused for the field that does not go with the others
     */
    public static function of(int $stuck, int $rooted, ?int $potted = null, array $lost = []): self
    {
        if ($stuck < 1) {
            throw Refused::because('out_of_range', 'stuck', Fact::of('refused.short_history.none_stuck'));
        }
        if ($rooted > $stuck) {
            throw Refused::because('out_of_range', 'rooted', Fact::of('refused.short_history.more_rooted', rooted: $rooted, stuck: $stuck));
        }
        if ($potted !== null && $potted > $rooted) {
            throw Refused::because('out_of_range', 'potted', Fact::of('refused.short_history.more_potted', potted: $potted, rooted: $rooted));
        }
        foreach (array_keys($lost) as $cause) {
            LossCause::named($cause, "lost_{$cause}");
        }
        $lost = array_filter($lost);
        $gone = array_sum($lost);
        if ($gone > $stuck - $rooted) {
            $last = array_key_last($lost);
            throw Refused::because('out_of_range', "lost_{$last}", Fact::of('refused.short_history.more_lost', lost: $gone, left: $stuck - $rooted));
        }

        return new self($stuck, $rooted, $potted, $lost);
    }

    /** What was lost of no cause that is known had no roots when it was thrown. */
    public function unexplained(): int
    {
        return $this->stuck - $this->rooted - array_sum($this->lost);
    }
}
