<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Rooting;

use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use WetCradle\Core\Bench\Timetable;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Rates\Mishap;
use WetCradle\Core\Rates\WaySpeed;
use WetCradle\Core\Rooting\BatchForecast;
use WetCradle\Core\Rooting\LearntPace;
use WetCradle\Core\Rooting\LiftedThen;
use WetCradle\Core\Rooting\RootCurve;
use WetCradle\Core\Rooting\RootingPace;

/** Ranges that are said to hold eight in ten hold as many, by batches whose truth is known: sheets are wrong, trays uneven. */
#[Group('calibration')]
final class RangesTest extends TestCase
{
    private const HALF_AT = 10.0;
    private const READY = 0.8;
    private const TRAY_PHI = 20.0;
    private const STUCK = 300;

    private Randomizer $draw;

    protected function setUp(): void
    {
        $this->draw = new Randomizer(new Mt19937(18));
    }

    private function unit(): float
    {
        return ($this->draw->getInt(0, 999_999) + 0.5) / 1_000_000;
    }

    private function normal(): float
    {
        return sqrt(-2.0 * log($this->unit())) * cos(2.0 * M_PI * $this->unit());
    }

    /** By so many times as many thermal days as its sheet says: the sheet is off, and each batch is from its way. */
    private function offTheSheet(): float
    {
        return exp(WaySpeed::SHEET_LN_SD * $this->normal() + WaySpeed::BATCH_LN_SD * $this->normal());
    }

    public function testTheForecastsRangesBeforeAndAfterEachCheck(): void
    {
        $inside = ['ready' => array_fill(0, 4, 0.0), 'final' => array_fill(0, 4, 0.0)];
        $batches = 0;
        foreach ([4.0, 7.0, 12.0] as $sheetShape) {
            for ($batch = 0; $batch < 150; ++$batch, ++$batches) {
                $rate = [0.45, 0.7, 0.9][$batch % 3];
                $prior = Beta::of(12 * $rate, 12 * (1 - $rate));
                $mishap = Mishap::of(0.05, Beta::of(1, 5));
                $final = ($this->unit() < $mishap->chance ? $mishap->leaves : $prior)->quantile($this->unit());
                $d50 = self::HALF_AT * $this->offTheSheet();
                $shape = $sheetShape * $this->offTheSheet();
                $truth = $d50 * (self::READY / (1.0 - self::READY)) ** (1.0 / $shape);
                // How many of those that will never root are dead by a check differs from batch to batch, and only ever grows.
                $dying = [0.0, $this->unit(), $this->unit(), $this->unit()];
                sort($dying);
                $sd = LearntPace::sheetLnSd();
                $known = BatchForecast::begin($prior, $mishap, self::HALF_AT, $sd, $sheetShape, LearntPace::shapeLnSd(), self::TRAY_PHI, self::STUCK);
                foreach ([null, 7.0, 10.0, 13.0] as $i => $tau) {
                    if ($tau !== null) {
                        $known = $known->seeing($this->lift($tau, $final, RootCurve::reached($tau, $d50, $shape), $dying[$i] ?? 1.0));
                    }
                    $forecast = $known->forecast(0);
                    $inside['ready'][$i] += $forecast->readyTau(self::READY, 0.1) <= $truth && $truth <= $forecast->readyTau(self::READY, 0.9) ? 1 : 0;
                    // Shares are told to the fiftieth: of those at either end, half are beyond it.
                    [$low, $high] = [abs($final - $forecast->finalLow80), abs($final - $forecast->finalHigh80)];
                    $isWithin = $forecast->finalLow80 <= $final && $final <= $forecast->finalHigh80;
                    $inside['final'][$i] += min($low, $high) <= 0.01 ? 0.5 : ($isWithin ? 1.0 : 0.0);
                }
            }
        }
        foreach ($inside['ready'] as $checks => $held) {
            self::assertEqualsWithDelta(0.8, $held / $batches, 0.05, "root dates after {$checks} checks");
        }
        foreach ($inside['final'] as $checks => $held) {
            self::assertEqualsWithDelta(0.8, $held / $batches, 0.05, "how much roots, after {$checks} checks");
        }
    }

    /** Three of each of four trays, no two of which are alike. */
    private function lift(float $tau, float $final, float $reached, float $dying): LiftedThen
    {
        $share = $final * $reached;
        $dying *= (1.0 - $final) / max(0.001, 1.0 - $share);
        $rooted = $dead = 0;
        for ($tray = 0; $tray < 4; ++$tray) {
            $here = Beta::of(self::TRAY_PHI * max(0.001, $share), self::TRAY_PHI * max(0.001, 1.0 - $share))->quantile($this->unit());
            for ($i = 0; $i < 3; ++$i) {
                $isRooted = $this->unit() < $here;
                $rooted += $isRooted ? 1 : 0;
                $dead += !$isRooted && $this->unit() < $dying ? 1 : 0;
            }
        }

        return LiftedThen::of($tau, 12, $rooted, $dead, 0, 4);
    }

    public function testThePlansOwnRangesBeforeTheFirstCheck(): void
    {
        $held = $all = 0;
        foreach ([Pattern::SoftTip, Pattern::SemiRipe, Pattern::Hardwood] as $pattern) {
            $sheet = WaySheet::of($pattern->sheet(1));
            $times = Timetable::at(Climate::reference(), HouseDefaults::usual())->usual($sheet);
            foreach (['2027-02-01', '2027-05-10', '2027-09-06'] as $day) {
                $stickOn = new \DateTimeImmutable($day);
                $dates = PlainDates::forwards($stickOn, $times);
                $pace = $sheet->rootsHere();
                // The share that has rooted when weaning is planned, of a batch that keeps to its sheet.
                $planned = RootCurve::reached($this->plannedTau($pace), $pace->halfAt, $pace->shape);
                for ($batch = 0; $batch < 250; ++$batch, ++$all) {
                    $really = RootingPace::of($pace->halfAt * $this->offTheSheet(), max(1.0, min(60.0, $pace->shape * $this->offTheSheet())));
                    $slower = $really->thermalDaysTo($planned) / $pace->thermalDaysTo($planned);
                    $potOn = $times->potOn($times->rooting->weanOnAt($stickOn, $slower));
                    $held += $dates->potFrom <= $potOn && $potOn <= $dates->potBy ? 1 : 0;
                }
            }
        }
        self::assertEqualsWithDelta(0.8, $held / $all, 0.05);
    }

    private function plannedTau(RootingPace $pace): float
    {
        $planned = HouseDefaults::usual()->number(HouseDefault::PlannedRooted);

        return $pace->thermalDaysTo(0.1) + $planned * ($pace->thermalDaysTo(0.9) - $pace->thermalDaysTo(0.1));
    }
}
