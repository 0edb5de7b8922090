<?php

declare(strict_types=1);

namespace WetCradle\Core\Book;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** How many were lost, by cause. */
final class Losses
{
    /** @param array<string, int> $byCause cause value → count, zeros left out */
    private function __construct(public readonly array $byCause)
    {
    }

    /**
     * @param array<string, int> $byCause
     *
     * @throws Refused for the field that is wrong
     */
    public static function of(array $byCause): self
    {
        foreach ($byCause as $cause => $count) {
            LossCause::named($cause, 'lost.'.$cause);
            if ($count < 0) {
                throw Refused::because('negative', 'lost.'.$cause, Fact::of('refused.losses.negative'));
            }
        }

        return new self(array_filter($byCause));
    }

    public static function none(): self
    {
        return new self([]);
    }

    /** Reads {rot: 3, dried_out: 1}. */
    public static function read(Fields $in): self
    {
        $byCause = [];
        foreach (LossCause::cases() as $cause) {
            $byCause[$cause->value] = $in->countOr($cause->value, 0);
        }
        $in->done();

        return self::of($byCause);
    }

    public function total(): int
    {
        return array_sum($this->byCause);
    }

    /** @return list<Posting> */
    public function from(int $line, State $state): array
    {
        $postings = [];
        foreach ($this->byCause as $cause => $count) {
            $postings[] = Posting::lost($line, $state, LossCause::from($cause), $count);
        }

        return $postings;
    }
}
