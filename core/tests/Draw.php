<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests;

/** A small chance of our own, the same on every machine. */
final class Draw
{
    private int $x;

    public function __construct(int $seed)
    {
        $this->x = 7919 * $seed;
    }

    /** A whole number from 0, below the one given. */
    public function below(int $end): int
    {
        $this->x = ($this->x * 1_103_515_245 + 12_345) % 2_147_483_648;

        return intdiv($this->x, 65_536) % $end;
    }

    /** A whole number, both ends among them. */
    public function from(int $least, int $most): int
    {
        return $least + $this->below($most - $least + 1);
    }

    /**
     * @template T
     *
     * @param non-empty-list<T> $some
     *
     * @return T
     */
    public function of(array $some): mixed
    {
        return $some[$this->below(count($some))];
    }

    public function once(int $in): bool
    {
        return $this->below($in) === 0;
    }

    /**
     * @template T
     *
     * @param callable(int): T $one
     *
     * @return list<T>
     */
    public function many(int $least, int $most, callable $one): array
    {
        $number = $this->from($least, $most);

        return $number === 0 ? [] : array_map($one, range(0, $number - 1));
    }
}
