<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

/** How an option for what found no place can be made: by itself in the house as it is, or else with all that would change, as it was found. */
final class OptionMoves
{
    /** So many are tried in a round; more are not offered, so that a house in which much has no place is not waited for. */
    private const TRIED = 24;

    private int $left = self::TRIED;

    /**
     * @param \Closure(array<array<string, mixed>>): list<string> $refused    codes of moves that could not be made together
     * @param array<string, array<string, mixed>>                 $changes    what would change, by code
     * @param bool                                                $isSupposed whether all of it is only supposed, and tried by nobody
     */
    public function __construct(private readonly \Closure $refused, private readonly array $changes, private readonly bool $isSupposed)
    {
    }

    /**
     * @param list<array<string, mixed>> $moves of the option
     *
     * @return ?list<array<string, mixed>> all moves that it takes; null where it cannot be made
     */
    public function all(array $moves): ?array
    {
        if ($this->isSupposed) {
            return $moves;
        }
        $own = array_column($moves, 'code');
        $rest = array_values(array_filter($this->changes, static fn (array $move) => !in_array($move['code'], $own, true)));
        foreach ($rest === [] ? [$moves] : [$moves, [...$rest, ...$moves]] as $together) {
            if ($this->left-- > 0 && ($this->refused)($together) === []) {
                return $together;
            }
        }

        return null;
    }
}
