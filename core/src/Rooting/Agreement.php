<?php

declare(strict_types=1);

namespace WetCradle\Core\Rooting;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/**
 * How well two gradings of the same plants agree: Cohen's kappa, weighted. Root stages follow each other, so calling a stage
 * one too far is a smaller mistake than calling it three too far: disagreement counts by the square of the steps between.
 * Dead lies on no line with the others and is as far from each as can be.
 *
 * κ = 1 − Σ w·observed ÷ Σ w·expected, w = (steps ÷ most steps)². 1 is full agreement, 0 what guessing gives.
 */
final class Agreement
{
    /** @param list<array{RootStage, RootStage}> $pairs one grading, the other */
    private function __construct(private readonly array $pairs)
    {
    }

    /**
     * @param list<array{RootStage, RootStage}> $pairs
     *
     * @throws Refused for `grades`
     */
    public static function of(array $pairs): self
    {
        if ($pairs === []) {
            throw Refused::because('empty', 'grades', Fact::of('refused.agreement.empty'));
        }

        return new self($pairs);
    }

    /** Null where chance alone could not have disagreed: both called everything the same. */
    public function kappa(): ?float
    {
        $first = $second = array_fill_keys(array_column(RootStage::cases(), 'value'), 0);
        $observed = 0.0;
        foreach ($this->pairs as [$a, $b]) {
            ++$first[$a->value];
            ++$second[$b->value];
            $observed += self::weight($a, $b);
        }
        $expected = 0.0;
        foreach (RootStage::cases() as $a) {
            foreach (RootStage::cases() as $b) {
                $expected += $first[$a->value] * $second[$b->value] * self::weight($a, $b);
            }
        }
        $many = count($this->pairs);

        return $expected <= 0.0 ? null : 1.0 - $observed / ($expected / $many);
    }

    /** The share on which both say the same of "rooted", which is what counts and plans rest on. */
    public function onRooted(): float
    {
        return count(array_filter($this->pairs, static fn (array $p) => $p[0]->isRooted() === $p[1]->isRooted())) / count($this->pairs);
    }

    public function exact(): int
    {
        return count(array_filter($this->pairs, static fn (array $p) => $p[0] === $p[1]));
    }

    /**
     * The mistakes made, most frequent first.
     *
     * @return list<array{was: RootStage, said: RootStage, times: int}> the first grading taken as right
     */
    public function mistakes(): array
    {
        $mixedUp = [];
        foreach ($this->pairs as [$was, $said]) {
            if ($was !== $said) {
                $key = $was->value.' '.$said->value;
                $mixedUp[$key] ??= ['was' => $was, 'said' => $said, 'times' => 0];
                ++$mixedUp[$key]['times'];
            }
        }
        ksort($mixedUp);
        usort($mixedUp, static fn (array $a, array $b) => $b['times'] <=> $a['times']);

        return $mixedUp;
    }

    /** By the usual bands. */
    public function words(): Fact
    {
        $kappa = $this->kappa();

        return Fact::of('agreement.'.match (true) {
            $kappa === null => 'all_alike',
            $kappa >= 0.9 => 'one_pair_of_eyes',
            $kappa >= 0.75 => 'well',
            $kappa >= 0.5 => 'in_part',
            default => 'other_stages',
        });
    }

    private static function weight(RootStage $a, RootStage $b): float
    {
        if ($a === $b) {
            return 0.0;
        }
        if ($a === RootStage::Dead || $b === RootStage::Dead) {
            return 1.0;
        }
        $line = array_values(array_filter(RootStage::cases(), static fn (RootStage $s) => $s !== RootStage::Dead));

        return ((array_search($a, $line, true) - array_search($b, $line, true)) / (count($line) - 1)) ** 2;
    }
}
