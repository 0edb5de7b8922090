<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Rates;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Rates\CropPrior;
use WetCradle\Core\Rates\Drift;
use WetCradle\Core\Rates\DriftKind;
use WetCradle\Core\Rates\PastBatch;
use WetCradle\Core\Rates\SortedBatch;
use WetCradle\Core\Rates\Unlike;

final class DriftTest extends TestCase
{
    /**
     * @param list<float>                  $rates
     * @param array<int, array<string, string>> $sorts by number
     *
     * @return list<SortedBatch>
     */
    private static function batches(array $rates, array $sorts = []): array
    {
        return array_map(
            static fn (float $rate, int $i) => SortedBatch::of("B{$i}", PastBatch::of((int) round(200 * $rate), 200), $sorts[$i] ?? []),
            $rates,
            array_keys($rates),
        );
    }

    /** Of 600 crops that root as ever, the newest batch is beyond its limits about once in forty, whatever their rate and spread. */
    public function testABatchThatIsAsEverIsSeldomBeyondItsLimits(): void
    {
        mt_srand(31);
        $out = 0;
        foreach ([[0.6, 15], [0.85, 15], [0.85, 40], [0.93, 25]] as [$mean, $phi]) {
            for ($crop = 0; $crop < 150; ++$crop) {
                $rates = array_map(static fn () => self::rate($mean, $phi), range(1, 12 + $crop % 12));
                $drift = Drift::of(self::batches($rates)) ?? self::fail('They are enough.');
                $out += in_array(count($rates) - 1, $drift->chart->out, true) ? 1 : 0;
            }
        }
        self::assertGreaterThan(3, $out, 'Never to see one would be no test.');
        self::assertLessThan(27, $out, 'One in forty of 600 is 15, and chance adds a few.');
    }

    public function testADisasterIsSeenWithWhatWasDifferentAboutIt(): void
    {
        $sorts = [];
        foreach (range(0, 15) as $i) {
            $sorts[$i] = ['zone' => $i % 2 === 0 ? 'Mist 1' : 'Mist 2', 'person' => $i === 12 || $i === 3 ? 'Ada' : 'Bo', 'mix' => 'perlite', 'block' => "K-{$i}"];
        }
        $rates = [0.82, 0.85, 0.79, 0.83, 0.86, 0.8, 0.84, 0.81, 0.85, 0.83, 0.8, 0.84, 0.2, 0.82, 0.86, 0.81];
        $drift = Drift::of(self::batches($rates, $sorts)) ?? self::fail('They are enough.');
        $low = array_values(array_filter($drift->signals, static fn (array $one) => $one['kind'] === DriftKind::Below));
        self::assertSame([12], array_column($low, 'first'));
        [$signal] = $low;
        self::assertSame(['B12'], $drift->codes($signal));
        // Nobody else is of its block, one in fifteen of its person; its zone and mix are those of half of them and of all.
        self::assertSame(['block' => 0.0, 'person' => 1 / 15], array_combine(
            array_map(static fn (Unlike $one) => $one->sort->value, $drift->unlike($signal)),
            array_map(static fn (Unlike $one) => $one->others, $drift->unlike($signal)),
        ));
        self::assertLessThan(1 / 200, $drift->chance($signal, CropPrior::of(0.8, 10.0, 20.0)));
    }

    public function testAStretchOnOneSideIsToldByWhatMostOfItIs(): void
    {
        $sorts = [];
        foreach (range(0, 23) as $i) {
            $sorts[$i] = ['hormone' => $i >= 14 && $i !== 17 ? 'new lot' : 'old lot'];
        }
        $rates = array_map(static fn (int $i) => ($i < 14 ? 0.8 : 0.7) + ($i % 2 === 0 ? 0.02 : -0.02), range(0, 23));
        $drift = Drift::of(self::batches($rates, $sorts)) ?? self::fail('They are enough.');
        $signal = array_values(array_filter($drift->signals, static fn (array $one) => $one['kind'] === DriftKind::RunBelow))[0] ?? self::fail('It is seen.');
        self::assertSame(['B14', 'B23'], [$drift->codes($signal)[0], $drift->codes($signal)[9]]);
        self::assertSame([['new lot', 0.9, 0.0]], array_map(static fn (Unlike $one) => [$one->is, $one->here, $one->others], $drift->unlike($signal)));
        self::assertNull($drift->chance($signal, CropPrior::of(0.8, 10.0, 20.0)));
    }

    public function testTooFewSayNothingAndOnlyTheNewestAreOnTheChart(): void
    {
        self::assertNull(Drift::of(self::batches(array_fill(0, Drift::FEWEST - 1, 0.8))));
        $drift = Drift::of(self::batches([...array_fill(0, 30, 0.2), ...array_fill(0, Drift::MOST, 0.8)])) ?? self::fail('They are enough.');
        self::assertSame(['B30', 0.8], [$drift->batches[0]->code, $drift->chart->centre]);
        self::assertSame([], $drift->signals);
    }

    private static function rate(float $mean, float $phi): float
    {
        $a = self::gamma($mean * $phi);

        return $a / ($a + self::gamma((1 - $mean) * $phi));
    }

    /** Drawn by Marsaglia and Tsang's way. */
    private static function gamma(float $shape): float
    {
        $uniform = static fn (): float => mt_rand(1, 1_000_000) / 1_000_001;
        $d = $shape + ($shape < 1 ? 1 : 0) - 1 / 3;
        do {
            $x = sqrt(-2 * log($uniform())) * cos(2 * M_PI * $uniform());
            $v = (1 + $x / sqrt(9 * $d)) ** 3;
        } while ($v <= 0 || log($uniform()) >= 0.5 * $x * $x + $d - $d * $v + $d * log($v));

        return $d * $v * ($shape < 1 ? $uniform() ** (1 / $shape) : 1);
    }
}
