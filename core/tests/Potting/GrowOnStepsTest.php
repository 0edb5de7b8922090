<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Potting;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Calendar\Hemisphere;
use WetCradle\Core\Calendar\SiteAir;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Crops\Potting;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Potting\GrowOnSteps;

/** What a lot goes through, and when. */
final class GrowOnStepsTest extends TestCase
{
    private SiteAir $air;

    protected function setUp(): void
    {
        $this->air = Climate::ColdContinental->air(Hemisphere::North);
    }

    /**
     * @param array<string, mixed> $says
     *
     * @return array<string, string> day by kind
     */
    private function steps(string $from, string $to, array $says = []): array
    {
        $sheet = Potting::read(
            Fields::of(
                $says + [
                    'trigger' => 'share', 'readyShare' => 0.8, 'pot' => '9 cm', 'mix' => 'potting mix', 'feed' => 'after_rooting',
                    'survival' => 0.95, 'survivalStrength' => 60, 'growOnDays' => 56, 'hardy' => true, 'winter' => 'cold_frame',
                ],
            ),
        );

        $days = [];
        foreach (GrowOnSteps::of($sheet, new \DateTimeImmutable($from), new \DateTimeImmutable($to), $this->air, HouseDefaults::usual()) as $step) {
            $days[$step['kind']->value] = $step['on']->format('Y-m-d');
        }

        return $days;
    }

    public function testTheFirstColdDayIsThatOfTheCalendar(): void
    {
        // Cold in February only, so that leap days and the ends of years come before it.
        $this->air = SiteAir::of([9.0, -5.0, 9.0, 15.0, 20.0, 20.0, 20.0, 20.0, 20.0, 20.0, 18.0, 15.0]);
        $canFreeze = HouseDefaults::usual()->number(HouseDefault::CanFreeze);
        foreach (['2027-02-20', '2027-12-31', '2028-02-20', '2028-02-29', '2028-03-05', '2028-12-30', '2028-12-31', '2031-07-01'] as $from) {
            for ($day = new \DateTimeImmutable($from);; $day = $day->modify('+1 day')) {
                $inYear = min(365, 1 + (int) $day->format('z'));
                if ($this->air->onDay($inYear) < $canFreeze && ($this->air->coldestDay() - $inYear + 365) % 365 < 183) {
                    break;
                }
            }
            self::assertSame($day->format('Y-m-d'), $this->steps($from, '2034-01-01')['winter'], $from);
            self::assertArrayNotHasKey('winter', $this->steps($from, $day->format('Y-m-d')), 'It is ready before the cold comes.');
        }
    }

    public function testASummerLotIsFedSetApartHardenedAndReady(): void
    {
        $steps = $this->steps('2027-05-10', '2027-07-05');
        self::assertSame(
            [
                'shade' => '2027-05-17', 'feed' => '2027-05-31', 'space' => '2027-06-07', 'harden' => '2027-06-21',
                'outside' => '2027-06-28', 'ready' => '2027-07-05',
            ],
            $steps,
        );
    }

    public function testFeedInTheMixLastsAndAShortLotIsNotSetApart(): void
    {
        self::assertSame('2027-08-08', $this->steps('2027-05-10', '2027-09-10', ['feed' => 'in_the_mix'])['feed']);
        self::assertSame(
            '2027-08-08',
            $this->steps('2027-05-10', '2027-09-10', ['mix' => 'gritty potting mix, Slow-release feed'])['feed'],
            'The mix says so itself.',
        );
        $short = $this->steps('2027-05-10', '2027-06-07', ['feed' => 'in_the_mix']);
        self::assertArrayNotHasKey('feed', $short, 'Used up only after it is ready.');
        self::assertArrayNotHasKey('space', $short);
    }

    public function testWinterIsSpentWhereItsKindCanAndTenderOnesDoNotGoOutInTheCold(): void
    {
        $steps = $this->steps('2027-09-20', '2028-04-20');
        self::assertArrayHasKey('winter', $steps);
        self::assertGreaterThan('2027-09-20', $steps['winter']);
        self::assertLessThan(8.0, $this->air->on(new \DateTimeImmutable($steps['winter'])));
        self::assertGreaterThanOrEqual(8.0, $this->air->on((new \DateTimeImmutable($steps['winter']))->modify('-1 day')));
        self::assertArrayHasKey('outside', $this->steps('2027-09-20', '2028-02-20'));
        self::assertArrayNotHasKey('outside', $this->steps('2027-09-20', '2028-02-20', ['hardy' => false, 'winter' => 'frost_free']));
        self::assertArrayNotHasKey('winter', $this->steps('2027-05-10', '2027-07-05'));
        self::assertArrayNotHasKey('winter', $this->steps('2027-04-02', '2027-06-05'), 'A spring that grows warmer is no winter.');
        self::assertSame(
            '2027-04-02',
            $this->steps('2027-04-02', '2027-06-05', ['hardy' => false, 'winter' => 'frost_free'])['winter'],
            'But what is tender is kept from its frosts.',
        );
    }

    public function testStepsComeInOrderNeverAfterReadyWhateverTheDays(): void
    {
        for ($days = 0; $days <= 400; $days += 23) {
            $from = new \DateTimeImmutable('2027-06-15');
            $steps = $this->steps('2027-06-15', $from->modify(sprintf('+%d days', $days))->format('Y-m-d'));
            $sorted = $steps;
            asort($sorted);
            self::assertSame(array_values($sorted), array_values($steps));
            self::assertSame($from->modify(sprintf('+%d days', $days))->format('Y-m-d'), end($steps));
            self::assertGreaterThanOrEqual('2027-06-15', reset($steps));
            self::assertSame('ready', array_key_last($steps));
        }
    }
}
