<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/**
 * All fillings of a house, parted into halves again and again (branch and bound): with a batch and without it, in this zone or
 * another. What prices say that no filling of a part can cost less than is compared with the best filling known; where that is no
 * less, the part is done with. When nothing is left, and nothing was let go, the best filling known is the best there is.
 *
 * It goes down into the likelier half; at the end of that, on where something better may be had by most.
 */
final class Branches
{
    /** Rounds of prices at first, and in each part. */
    private const FIRST = 60;
    private const EACH = 12;
    /** From which of the first rounds on, and how often, what the zones took is said. */
    private const SAID_FROM = 30;
    private const SAID_EVERY = 6;
    /** Parts that may wait at once. */
    private const OPEN = 120;
    /** Forks walked that take the time of a step. */
    private const WALKED = 200;
    /** Forks and fillings looked through in one go, of all there is and of a part; and how many take the time of a step. */
    private const LOOKS_FIRST = 4_000_000;
    private const LOOKS = 300_000;
    private const LOOKED = 60;
    /** Narrowing walks all forks forwards and backwards, and takes them out. */
    private const NARROWS = 4;

    /** @var list<Prices> parts that wait */
    private array $open = [];
    /** What nothing in the parts that were let go can cost less than. */
    private int $letGo = PHP_INT_MAX;

    /** @param ?Prices $now the part that is looked at: at first, all there is */
    public function __construct(private ?Prices $now)
    {
    }

    /** What no filling can cost less than that is cheaper than what is known. */
    public function bound(int $known): int
    {
        $parts = $this->now === null ? $this->open : [...$this->open, $this->now];

        return min($known, $this->letGo, ...array_map(static fn (Prices $part) => $part->bound(), $parts));
    }

    /**
     * @param callable(): int $known what the best filling known costs
     *
     * @return \Generator<int, list<int>> steps taken, and lays that zones took together, or none
     */
    public function search(callable $known): \Generator
    {
        for ($round = 1; $round <= self::FIRST && $this->now !== null && !$this->now->isOver($known()); ++$round) {
            $taken = $this->now->round($known());
            yield self::steps($this->now) => $round >= self::SAID_FROM && $round % self::SAID_EVERY === 0 ? $taken : [];
        }
        while ($this->now !== null) {
            $part = $this->now;
            for ($round = 1; $round <= self::EACH && !$part->isOver($known()); ++$round) {
                $taken = $part->round($known());
                yield self::steps($part) => $round === self::EACH ? $taken : [];
            }
            foreach ($part->lookThrough($known(), $this->open === [] ? self::LOOKS_FIRST : self::LOOKS) as $looked => $taken) {
                yield 1 + intdiv($looked, self::LOOKED) => $taken;
            }
            $halves = [];
            if (!$part->isOver($known())) {
                $part->narrow($known());
                $halves = $part->halves();
                // Where nothing is left to be parted, one filling is left.
                yield self::NARROWS * self::steps($part) => $halves === [] ? $part->lays() : [];
            }
            if ($halves === []) {
                $this->now = $this->nearest($known());
            } else {
                [$this->now, $this->open[]] = $halves;
                $this->letGo();
            }
        }
    }

    /** Whether all there is could not be looked through at once. */
    public function isParted(): bool
    {
        return $this->open !== [];
    }

    /** The part in which something may cost least, if any may cost less than what is known. */
    private function nearest(int $known): ?Prices
    {
        $this->open = array_values(array_filter($this->open, static fn (Prices $part) => !$part->isOver($known)));
        $nearest = null;
        foreach ($this->open as $i => $part) {
            if ($nearest === null || $part->bound() < $this->open[$nearest]->bound()) {
                $nearest = $i;
            }
        }

        return $nearest === null ? null : array_splice($this->open, $nearest, 1)[0];
    }

    /** Keeps no more parts than there is room for: of too many, that one is let go in which anything costs most. */
    private function letGo(): void
    {
        if (count($this->open) > self::OPEN) {
            $bounds = array_map(static fn (Prices $part) => $part->bound(), $this->open);
            $most = (int) array_search(max($bounds), $bounds, true);
            $this->letGo = min($this->letGo, $bounds[$most]);
            array_splice($this->open, $most, 1);
        }
    }

    private static function steps(Prices $part): int
    {
        return 1 + intdiv($part->forks, self::WALKED);
    }
}
