<?php

declare(strict_types=1);

namespace WetCradle\Core\Book;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/**
 * A whole line counted, and what is done with it in the same breath: potted now, left longer, thrown, back to the knife.
 * What is left longer while others are potted becomes its own line of the batch; what changes its method, a batch.
 */
final class FullCount
{
    private function __construct(
        public readonly int $rooted,
        public readonly int $unrooted,
        public readonly Losses $lost,
        public readonly int $potted,
        public readonly int $thrownRooted,
        public readonly int $thrownUnrooted,
        public readonly int $changedRooted,
        public readonly int $changedUnrooted,
    ) {
    }

    /**
     * @param int    $rooted         newly found with roots
     * @param int    $unrooted       alive without roots
     * @param Losses $lost           found dead or missing, by cause
     * @param int    $potted         of the rooted, potted now
     * @param int    $thrownRooted   of the rooted, thrown as too poor
     * @param int    $thrownUnrooted of the unrooted, thrown
     * @param int    $changedRooted   of the rooted, made into something else: a division that snapped and is a cutting now
     * @param int    $changedUnrooted of the unrooted, stuck afresh another way
     *
     * @throws Refused for `thrownUnrooted`, `changedUnrooted` or another field that is wrong
     */
    public static function of(
        int $rooted,
        int $unrooted,
        Losses $lost,
        int $potted = 0,
        int $thrownRooted = 0,
        int $thrownUnrooted = 0,
        int $changedRooted = 0,
        int $changedUnrooted = 0,
    ): self {
        foreach (compact('rooted', 'unrooted', 'potted', 'thrownRooted', 'thrownUnrooted', 'changedRooted', 'changedUnrooted') as $field => $count) {
            if ($count < 0) {
                throw Refused::because('negative', $field, Fact::of('refused.full_count.negative', field: $field));
            }
        }
        if ($thrownUnrooted > $unrooted) {
            throw Refused::because(
                'more_than_there_are',
                'thrownUnrooted',
                Fact::of('refused.full_count.more_than_there_are', unrooted: $unrooted, thrownUnrooted: $thrownUnrooted),
            );
        }
        if ($thrownUnrooted + $changedUnrooted > $unrooted) {
            throw Refused::because(
                'more_than_there_are',
                'changedUnrooted',
                Fact::of(
                    'refused.full_count.more_than_there_are_changed_unrooted',
                    unrooted: $unrooted,
                    thrownUnrooted: $thrownUnrooted,
                    changedUnrooted: $changedUnrooted,
                ),
            );
        }

        return new self($rooted, $unrooted, $lost, $potted, $thrownRooted, $thrownUnrooted, $changedRooted, $changedUnrooted);
    }

    /** @throws Refused where a number is missing, none, or more than was found */
    public static function read(Fields $in): self
    {
        return self::of(
            $in->count('rooted'),
            $in->count('unrooted'),
            Losses::read($in->object('lost')),
            $in->countOr('potted', 0),
            $in->countOr('thrownRooted', 0),
            $in->countOr('thrownUnrooted', 0),
            $in->countOr('changedRooted', 0),
            $in->countOr('changedUnrooted', 0),
        );
    }

    /**
     * @param int $stuckThere  plants of the line that the book has as stuck
     * @param int $rootedThere plants of the line already rooted from an earlier count
     *
     * @throws Refused for `rooted`, `unrooted`, `lost`, `potted`, `thrownRooted` or `changedRooted`
     */
    public function mustAddUp(int $stuckThere, int $rootedThere): void
    {
        $counted = $this->rooted + $this->unrooted + $this->lost->total();
        if ($counted > $stuckThere) {
            throw Refused::because(
                'more_than_there_are',
                $this->rooted > $stuckThere ? 'rooted' : 'unrooted',
                Fact::of('book.too_many_counted', ...$this->figures($counted, $stuckThere, $rootedThere)),
            );
        }
        if ($counted < $stuckThere) {
            throw Refused::because(
                'does_not_add_up',
                'lost',
                Fact::of('book.missing', ...$this->figures($counted, $stuckThere, $rootedThere)),
            );
        }
        $withRoots = $this->rooted + $rootedThere;
        if ($this->potted + $this->thrownRooted > $withRoots) {
            throw Refused::because(
                'more_than_there_are',
                $this->potted > $withRoots ? 'potted' : 'thrownRooted',
                Fact::of('refused.full_count.more_than_have_roots', withRoots: $withRoots, potted: $this->potted, thrownRooted: $this->thrownRooted),
            );
        }
        if ($this->rootedLeft($rootedThere) < 0) {
            throw Refused::because(
                'more_than_there_are',
                'changedRooted',
                Fact::of(
                    'refused.full_count.more_than_there_are_changed_rooted',
                    withRoots: $withRoots,
                    potted: $this->potted,
                    thrownRooted: $this->thrownRooted,
                    changedRooted: $this->changedRooted,
                ),
            );
        }
    }

    /** @return array<string, int> which plants were counted, and how many are not meant: those found with roots before */
    private function figures(int $counted, int $stuckThere, int $rootedThere): array
    {
        return [
            'there' => $stuckThere, 'counted' => $counted, 'rooted' => $this->rooted, 'unrooted' => $this->unrooted, 'lost' => $this->lost->total(),
            'off' => abs($counted - $stuckThere), 'before' => $rootedThere,
        ];
    }

    /** How many rooted ones are left longer. */
    public function rootedLeft(int $rootedThere): int
    {
        return $this->rooted + $rootedThere - $this->potted - $this->thrownRooted - $this->changedRooted;
    }

    public function unrootedLeft(): int
    {
        return $this->unrooted - $this->thrownUnrooted - $this->changedUnrooted;
    }

    /** How many go to a batch of their own, made another way. */
    public function changed(): int
    {
        return $this->changedRooted + $this->changedUnrooted;
    }

    /** Whether what is left needs a line of its own, because the rest was potted. */
    public function splits(int $rootedThere): bool
    {
        return $this->potted > 0 && $this->rootedLeft($rootedThere) + $this->unrootedLeft() > 0;
    }

    /**
     * @param ?int $newLine     the line that takes what is left longer; needed when splits()
     * @param ?int $changedLine the line, of another batch, that takes what changes its method; needed when changed()
     *
     * @return list<Posting>
     *
     * @throws Refused for `changedLine` or `newLine`
     */
    public function postings(int $line, int $rootedThere, ?int $newLine, ?int $changedLine = null): array
    {
        $postings = $this->lost->from($line, State::Stuck);
        if ($this->rooted > 0) {
            $postings[] = Posting::on($line, State::Stuck, $this->rooted);
        }
        if ($this->thrownUnrooted > 0) {
            $postings[] = Posting::lost($line, State::Stuck, LossCause::Unrooted, $this->thrownUnrooted);
        }
        if ($this->thrownRooted > 0) {
            $postings[] = Posting::lost($line, State::Rooted, LossCause::TooPoor, $this->thrownRooted);
        }
        if ($this->potted > 0) {
            $postings[] = Posting::on($line, State::Rooted, $this->potted);
        }
        if ($this->changed() > 0) {
            $changedLine ?? throw Refused::because('missing', 'changedLine', Fact::of('refused.full_count.missing'));
            foreach ([[State::Rooted, $this->changedRooted], [State::Stuck, $this->changedUnrooted]] as [$state, $count]) {
                if ($count > 0) {
                    $postings[] = Posting::restuck($line, $state, $changedLine, $count);
                }
            }
            $postings[] = Posting::on($changedLine, State::ToStick, $this->changed());
        }
        if ($this->splits($rootedThere)) {
            $newLine ?? throw Refused::because('missing', 'newLine', Fact::of('refused.full_count.missing_new_line'));
            if ($this->rootedLeft($rootedThere) > 0) {
                $postings[] = Posting::across($line, $newLine, State::Rooted, $this->rootedLeft($rootedThere));
            }
            if ($this->unrootedLeft() > 0) {
                $postings[] = Posting::across($line, $newLine, State::Stuck, $this->unrootedLeft());
            }
        }

        return $postings;
    }
}
