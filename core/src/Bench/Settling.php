<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/**
 * Batches of a larger house are settled one after another, each where prices (`LikelyLays`) agree most that it lies, with a little
 * chance; a few rounds of prices follow each time, since what is settled changes what the others are wanted. That leaves fewer and
 * fewer ways, and as soon as these can be looked through, the cheapest of them all is taken. Where nothing cheaper than what is known
 * comes of it, it begins again from about the middle, since what was settled first is seldom wrong (diving, with restarts).
 */
final class Settling
{
    /** What may be lost by chance: in lays taken always. */
    private const SHAKEN = 0.2;
    private const PARTS = 1000;
    /** What rounds take so often is settled at once, all of it together; but no batch that several zones take. */
    private const SURE = 0.85;
    private const BUT = 1.1;
    /** Rounds of prices after each. */
    private const ROUNDS = 4;
    /** Weeks off by which a zone may be dearer than it need be, at least; the same as a share of what may be gained. */
    private const WEEKS = 9.0;
    private const SHARE = 0.4;
    /** How fast prices move: in weeks off, at least; as a share of what may be gained. */
    private const PACE = 0.2;
    private const PACE_SHARE = 0.02;
    /** It begins again, so often, from where so many forks were left. */
    private const AGAIN = 4;
    private const MIDDLE = 2_500;
    /** Forks that may be few enough to be looked through; what of them is few enough after a try that was not; how much is looked at. */
    private const FEW = 600;
    private const FEWER = 0.75;
    private const LOOKS = 150_000;
    /** How much dearer than the bound is looked through first, in weeks off and of all that would be cheaper; how much further each time. */
    private const FIRST_WEEKS = 4.0;
    private const FIRST_SHARE = 0.3;
    private const ON = 2.0;
    /** Forks walked, forks let go, and fillings looked at that take the time of a step. */
    private const WALKED = 200;
    private const CUT = 50;
    private const LOOKED = 60;

    private readonly float $week;

    /** @param list<int> $of the batch of each lay */
    public function __construct(ToPlace $ask, private readonly array $of, private readonly LikelyLays $prices, private readonly Luck $luck)
    {
        $this->week = $ask->weekOff();
    }

    /**
     * @param callable(): int $known what the best filling known costs
     *
     * @return \Generator<int, list<int>> steps taken, and the lays of a filling, or none
     */
    public function search(callable $known): \Generator
    {
        // In a house where everybody has a place, what is known may be far off for one without; what is lost for sure says more then.
        $all = $this->prices->room($known());
        $gain = max(0.0, min($all, (float) $this->prices->bound()));
        $room = max(1.0, min($all, max(self::WEEKS * $this->week, self::SHARE * $gain)));
        $pace = max(self::PACE * $this->week, self::PACE_SHARE * $gain);
        $now = clone $this->prices;
        $now->settle([], $room);
        yield 1 + intdiv($this->prices->forks, self::CUT) => [];
        $middle = null;
        for ($again = 0; $again <= self::AGAIN; ++$again) {
            $few = self::FEW;
            while (true) {
                if ($middle === null && $now->forks <= self::MIDDLE) {
                    $middle = clone $now;
                }
                $now->goOn($pace);
                for ($round = 0; $round < self::ROUNDS; ++$round) {
                    $now->round($known());
                    yield 1 + intdiv($now->forks, self::WALKED) => [];
                }
                if ($now->bound() >= $known()) {
                    break;
                }
                $next = $this->next($now->often());
                if ($now->forks <= $few || $next === []) {
                    $left = self::LOOKS;
                    $taken = $this->look($now, $known(), $left);
                    yield 1 + intdiv(self::LOOKS - $left, self::LOOKED) => $taken;
                    if ($taken !== [] || $left >= 0 || $next === []) {
                        break;
                    }
                    $few = self::FEWER * $now->forks;
                }
                if (!$now->settle($next, $room)) {
                    break;
                }
                yield 1 + intdiv($now->forks, self::CUT) => [];
            }
            if ($middle === null) {
                return;
            }
            $now = clone $middle;
        }
    }

    /**
     * @param int $left forks and fillings that may be looked at; below nothing it was ended before its end
     *
     * @return list<int> the lays of the cheapest filling with what is settled, if it is cheaper than what is known
     */
    private function look(LikelyLays $now, int $known, int &$left): array
    {
        $all = $now->room($known);
        for ($room = min(self::FIRST_SHARE * $all, self::FIRST_WEEKS * $this->week);; $room *= self::ON) {
            $taken = $now->cheapest(min($all, $room), $left);
            if ($taken !== [] || $left < 0 || $room >= $all) {
                return $taken;
            }
        }
    }

    /**
     * @param array<int, float> $often
     *
     * @return array<int, int> lays by batch: all that are sure, or the one that is likeliest; none where nobody is open
     */
    private function next(array $often): array
    {
        $times = $sure = [];
        foreach ($often as $lay => $much) {
            $batch = $this->of[$lay];
            $times[$batch] = ($times[$batch] ?? 0.0) + $much;
        }
        $likeliest = [];
        $most = -INF;
        foreach ($often as $lay => $much) {
            $batch = $this->of[$lay];
            if ($much >= self::SURE && $times[$batch] < self::BUT) {
                $sure[$batch] = $lay;
            }
            $shaken = $much + self::SHAKEN * $this->luck->below(self::PARTS) / self::PARTS;
            if ($shaken > $most) {
                [$most, $likeliest] = [$shaken, [$batch => $lay]];
            }
        }

        return $sure === [] ? $likeliest : $sure;
    }
}
