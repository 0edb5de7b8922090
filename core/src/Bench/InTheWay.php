<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/** Batches of a house that are in each other's way, met by chance: what is worth being laid anew together. */
final class InTheWay
{
    /** Batches of a block at least, and how many sizes there are from that on. */
    private const BLOCK = 4;
    private const SIZES = 6;

    /**
     * @param list<list<int>> $lays by batch, cheapest first
     * @param list<int>       $able batches that have any lay
     */
    public function __construct(private readonly ToPlace $ask, private readonly array $lays, private readonly array $able, private readonly Luck $luck)
    {
    }

    /**
     * Batches that lie in each other's way, about one that is left out or does not lie where it costs least.
     *
     * @return non-empty-list<int>
     */
    public function block(LaidOut $house): array
    {
        $ask = $this->ask;
        $size = self::BLOCK + $this->luck->below(self::SIZES);
        $first = $this->oneAmiss($house);
        // What may lie where one of them could is met by chance, cell by cell: so that blocks differ.
        $some = [$first => true];
        $queue = [$first];
        for ($try = 0; $try < 4 * $size && count($some) < $size; ++$try) {
            $of = $queue[$this->luck->below(count($queue))];
            $lays = $this->lays[$of];
            $lay = $lays[$this->luck->below(count($lays))];
            $cell = $ask->layCell[$lay] + $this->luck->below($ask->layWeeks[$lay]);
            foreach ($house->lying[$cell] as $other => $_) {
                if (!isset($some[$other]) && count($some) < $size) {
                    $some[$other] = true;
                    $queue[] = $other;
                }
            }
            // One without a place that would lie in the same weeks.
            $other = $this->able[$this->luck->below(count($this->able))];
            if (!isset($some[$other]) && $house->isOut($other) && count($some) < $size && $this->meets($first, $other)) {
                $some[$other] = true;
                $queue[] = $other;
            }
        }

        return array_keys($some);
    }

    /** One that is left out or does not lie where it costs least, if one is soon found. */
    public function oneAmiss(LaidOut $house): int
    {
        $first = $this->able[$this->luck->below(count($this->able))];
        for ($try = 0; $try < 20 && $house->costOf($first) === $this->ask->layCost[$this->lays[$first][0]]; ++$try) {
            $first = $this->able[$this->luck->below(count($this->able))];
        }

        return $first;
    }

    /** Whether two could be there at once, should either be laid up to three weeks later than it likes best. */
    private function meets(int $one, int $other): bool
    {
        $ask = $this->ask;
        [$a, $b] = [$this->lays[$one][0], $this->lays[$other][0]];
        [$from, $since] = [$ask->layCell[$a] % $ask->weeks, $ask->layCell[$b] % $ask->weeks];

        return $from < $since + $ask->layWeeks[$b] + 3 && $since < $from + $ask->layWeeks[$a] + 3;
    }
}
