<?php

declare(strict_types=1);

namespace WetCradle\Core\Book;

/**
 * What a batch's entries say of its rooting: a fold over the entries that touch its lines.
 *
 * `stuck` counts what the batch tried to root: stuck by itself, plus unrooted plants that joined it, less unrooted
 * plants that went to other batches; so a batch's rate never counts a plant twice. `rooted` is what was found rooted.
 * `waiting` are stuck and alive: while there are any, the rate is "so far".
 */
final class BatchResult
{
    private function __construct(
        public readonly int $cameIn,
        public readonly int $stuck,
        public readonly int $rooted,
        public readonly int $waiting,
        public readonly int $potted,
        /** @var array<string, int> */
        public readonly array $lostByCause,
        /** @var array<string, int> of those, what was lost before it was known to have roots */
        public readonly array $lostInTrays,
        /** @var array<string, int> what stands now, by state */
        public readonly array $standing,
    ) {
    }

    /**
     * @param iterable<Posting> $postings of the whole book or at least all that touch these lines
     * @param list<int>      $lines the batch's lines
     */
    public static function of(iterable $postings, array $lines): self
    {
        $ours = array_fill_keys($lines, true);
        $cameIn = $stuck = $rooted = $potted = 0;
        $lost = $inTrays = [];
        $standing = array_fill_keys(array_column(State::cases(), 'value'), 0);
        foreach ($postings as $posting) {
            $sign = $posting->isReversal() ? -1 : 1;
            [$from, $to] = $posting->isReversal() ? [$posting->to, $posting->from] : [$posting->from, $posting->to];
            $leaves = $from !== null && isset($ours[$from->line]);
            $arrives = $to !== null && isset($ours[$to->line]);
            $change = $sign * $posting->count;
            if ($leaves) {
                $standing[$from->state->value] -= $change;
            }
            if ($arrives) {
                $standing[$to->state->value] += $change;
            }
            if ($arrives && $from === null) {
                $cameIn += $change;
            }
            if ($leaves && $arrives && $from->state === State::ToStick && $to->state === State::Stuck) {
                $stuck += $change;
            }
            if ($leaves && $arrives && $from->state === State::Stuck && $to->state === State::ToStick) {
                $stuck -= $change;
            }
            if ($leaves && $arrives && $from->state === State::Stuck && $to->state === State::Rooted) {
                $rooted += $change;
            }
            if ($leaves && $arrives && $to->state === State::Potted && $from->state === State::Rooted) {
                $potted += $change;
            }
            if ($leaves && !$arrives && $to !== null && $from->state === State::Stuck) {
                $stuck -= $change;
            }
            if ($arrives && !$leaves && $to->state === State::Stuck) {
                $stuck += $change;
            }
            if ($leaves && $to?->state === State::Lost && $posting->cause !== null) {
                $lost[$posting->cause->value] = ($lost[$posting->cause->value] ?? 0) + $change;
                $inTrays[$posting->cause->value] = ($inTrays[$posting->cause->value] ?? 0) + ($from->state === State::Stuck ? $change : 0);
            }
        }

        return new self($cameIn, $stuck, $rooted, $standing['stuck'], $potted, array_filter($lost), array_filter($inTrays), $standing);
    }

    public function couldRoot(): int
    {
        return self::couldRootOf($this->stuck, $this->rooted, $this->lostInTrays);
    }

    /**
     * How many of a batch could root: all that were stuck, but for what a mishap took of them.
     *
     * @param array<string, int> $lostInTrays by cause
     */
    public static function couldRootOf(int $stuck, int $rooted, array $lostInTrays): int
    {
        $byMishap = 0;
        foreach ($lostInTrays as $cause => $count) {
            $byMishap += LossCause::named($cause)->isMishap() ? $count : 0;
        }

        return max($rooted, $stuck - $byMishap);
    }

    /** rooted ÷ stuck, or null before anything was stuck. */
    public function rate(): ?float
    {
        return $this->stuck > 0 ? $this->rooted / $this->stuck : null;
    }

    /** Whether anything is known of its rate: somebody found roots, threw unrooted ones, or none is left to wait for. */
    public function isCounted(): bool
    {
        return $this->stuck > 0 && ($this->rooted > 0 || $this->waiting === 0 || isset($this->lostByCause['unrooted']));
    }

    public function live(): int
    {
        $live = 0;
        foreach ($this->standing as $state => $count) {
            $live += State::from($state)->isLive() ? $count : 0;
        }

        return $live;
    }
}
