<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Course;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Timetable;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Course\Course;
use WetCradle\Core\Course\Stage;
use WetCradle\Core\Course\StageDays;
use WetCradle\Core\Course\StageJob;
use WetCradle\Core\Course\StageKind;
use WetCradle\Core\Course\Stands;
use WetCradle\Core\Course\Weaning;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\SheetCourse;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Tests\Told;

/** A course goes stage by stage from the plant until it is ready. */
final class CourseTest extends TestCase
{
    private static function day(string $day): \DateTimeImmutable
    {
        return new \DateTimeImmutable($day);
    }

    /**
     * @param array<int, array{on: \DateTimeImmutable, done: bool}> $kept
     *
     * @return list<string> each stage from its day until the next begins, and whether it is past
     */
    private static function laid(Pattern $pattern, string $stickOn, string $today, array $kept = [], bool $isWaiting = false): array
    {
        $sheet = WaySheet::of($pattern->sheet(1));
        $timetable = Timetable::at(Climate::reference(), HouseDefaults::usual());
        $dates = $timetable->dates($sheet, null, self::day($stickOn));
        $weaning = Weaning::of($sheet->care->weaning, $dates->weanOn, $kept);

        return array_map(
            static fn (StageDays $days) => sprintf(
                '%s%s %s to %s, %s',
                $days->stage->kind->value,
                $days->stage->kind === StageKind::Weaning ? ' '.$days->stage->number : '',
                $days->from->format('m-d'),
                $days->to->format('m-d'),
                $days->time->value,
            ),
            SheetCourse::of($sheet, HouseDefaults::usual())->laidOver($dates->weaned($weaning, $timetable->usual($sheet)), $weaning, self::day($today), null, $isWaiting),
        );
    }

    public function testASoftTipIsOffTheMistBeforeItIsPotted(): void
    {
        self::assertSame([
            'held 05-20 to 05-20, past', 'mist 05-20 to 06-11, now', 'weaning 1 06-11 to 06-15, ahead', 'weaning 2 06-15 to 06-19, ahead',
            'growing 06-19 to 08-28, ahead', 'ready 08-28 to 08-28, ahead',
        ], self::laid(Pattern::SoftTip, '2027-05-20', '2027-06-01'));
        self::assertSame([
            'held 05-20 to 05-20, past', 'mist 05-20 to 06-14, past', 'weaning 1 06-14 to 06-18, now', 'weaning 2 06-18 to 06-22, ahead',
            'growing 06-22 to 08-31, ahead', 'ready 08-31 to 08-31, ahead',
        ], self::laid(Pattern::SoftTip, '2027-05-20', '2027-06-14', [1 => ['on' => self::day('2027-06-14'), 'done' => true]]));
    }

    public function testWhatNobodyHasPottedStandsAsItIs(): void
    {
        self::assertSame('growing 06-19 to 08-28, now', self::laid(Pattern::SoftTip, '2027-05-20', '2027-07-01')[4]);
        self::assertSame(
            ['weaning 2 06-15 to 07-02, now', 'growing 07-02 to 08-28, ahead', 'ready 08-28 to 08-28, ahead'],
            array_slice(self::laid(Pattern::SoftTip, '2027-05-20', '2027-07-01', [], true), 3),
        );
        self::assertSame('growing 06-19 to 08-28, ahead', self::laid(Pattern::SoftTip, '2027-05-20', '2027-06-10', [], true)[4], 'Its day has not come.');
        self::assertSame('ready 09-02 to 09-02, ahead', self::laid(Pattern::SoftTip, '2027-05-20', '2027-09-01', [], true)[4], 'Nor is it ready before it is potted.');
    }

    public function testWhatRootsInAutumnRestsTheWinterInItsCells(): void
    {
        self::assertSame(
            ['held', 'mist', 'weaning', 'weaning', 'rest', 'growing', 'ready'],
            array_map(static fn (string $stage) => (string) strstr($stage, ' ', true), self::laid(Pattern::SemiRipe, '2027-10-05', '2027-10-06')),
        );
    }

    public function testWhatIsPottedAtOnceHasNoRest(): void
    {
        self::assertStringNotContainsString('rest', implode(' ', self::laid(Pattern::SemiRipe, '2027-03-10', '2027-03-11')));
        self::assertStringStartsWith('sealing 05-13 to 05-20, now', self::laid(Pattern::FleshyDryStart, '2027-05-20', '2027-05-15')[0], 'Seven days to seal.');
        $hardwood = self::laid(Pattern::Hardwood, '2027-01-10', '2028-01-10');
        self::assertSame(['held', 'still', 'growing', 'ready'], array_map(static fn (string $stage) => (string) strstr($stage, ' ', true), $hardwood));
        self::assertStringEndsWith('now', $hardwood[3], 'Ready it stays.');
    }

    public function testEveryPatternSaysItsStagesAndTheirJobs(): void
    {
        $said = [];
        foreach (Pattern::cases() as $pattern) {
            foreach (SheetCourse::of(WaySheet::of($pattern->sheet(1)), HouseDefaults::usual())->stages as $stage) {
                $said[] = implode(' | ', [
                    $pattern->value, $stage->kind->value, $stage->number, $stage->stands->value,
                    $stage->days === null ? '-' : implode(' to ', $stage->days->pair()), Told::of($stage->ends),
                    $stage->place === null ? '-' : Told::of($stage->place), $stage->what ?? '-',
                    implode(', ', array_map(static fn (StageJob $job) => $job->when->value.' '.$job->days.' '.Told::of($job->what), $stage->jobs)),
                ]);
            }
        }
        self::assertSame(file_get_contents(__DIR__.'/courses.txt'), implode("\n", $said)."\n");
    }

    public function testACourseThatIsNoneIsNotMade(): void
    {
        $stage = static fn (StageKind $kind) => new Stage($kind, null, Fact::of('stage.ends.days'), Stands::Trays);
        foreach ([
            [], [StageKind::Mist], [StageKind::Ready], [StageKind::Mist, StageKind::Cover, StageKind::Ready], [StageKind::Weaning, StageKind::Mist, StageKind::Ready],
            [StageKind::Mist, StageKind::Growing, StageKind::Held, StageKind::Ready],
        ] as $kinds) {
            try {
                Course::of(array_map($stage, $kinds));
                self::fail('It was made.');
            } catch (\LogicException) {
                $this->addToAssertionCount(1);
            }
        }
        self::assertCount(3, Course::of(array_map($stage, [StageKind::Still, StageKind::Growing, StageKind::Ready]))->stages);
    }
}
