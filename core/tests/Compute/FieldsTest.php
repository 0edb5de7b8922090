<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Compute;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Calculations;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;
use WetCradle\Core\Tests\Told;

/** Bad input always names its field. */
final class FieldsTest extends TestCase
{
    /** @return iterable<string, array{0: string, 1: string, 2: string, 3: string}> */
    public static function bad(): iterable
    {
        $interval = '{"rooted":%s,"checked":40,"priorA":1,"priorB":1}';
        yield 'negative' => ['rate_interval', sprintf($interval, '-1'), 'negative', 'rooted'];
        yield 'fraction' => ['rate_interval', sprintf($interval, '3.5'), 'not_whole', 'rooted'];
        yield 'text' => ['rate_interval', sprintf($interval, '"31"'), 'wrong_type', 'rooted'];
        yield 'true' => ['rate_interval', sprintf($interval, 'true'), 'wrong_type', 'rooted'];
        yield 'huge' => ['rate_interval', sprintf($interval, '1e309'), 'not_finite', 'rooted'];
        yield 'NaN' => ['rate_interval', sprintf($interval, 'NaN'), 'not_finite', 'rooted'];
        yield 'absurd' => ['rate_interval', sprintf($interval, '99999999999'), 'out_of_range', 'rooted'];
        yield 'null' => ['rate_interval', sprintf($interval, 'null'), 'missing', 'rooted'];
        yield 'more rooted than checked' => ['rate_interval', sprintf($interval, '41'), 'more_than_there_are', 'rooted'];
        yield 'missing' => ['rate_interval', '{"rooted":1,"checked":2,"priorA":1}', 'missing', 'priorB'];
        yield 'unknown' => ['rate_interval', '{"rooted":1,"checked":2,"priorA":1,"priorB":1,"x":1}', 'unknown_field', 'x'];
        yield 'flat prior' => ['rate_interval', '{"rooted":1,"checked":2,"priorA":0,"priorB":1}', 'not_positive', 'priorA'];
        yield 'no json' => ['rate_interval', '{', 'not_json', ''];
        yield 'a list' => ['rate_interval', '[]', 'wrong_type', ''];
        yield 'a word' => ['rate_interval', '"hello"', 'wrong_type', ''];
        yield 'no such' => ['guess', '{}', 'unknown_calculation', 'name'];
        yield 'deep' => [
            'crop_rate',
            '{"prior":{"rate":0.7,"strength":10,"phi":20},"batches":[{"rooted":1,"stuck":2,"weight":1},{"rooted":3,"stuck":2,"weight":1}]}',
            'more_than_there_are',
            'batches[1].rooted',
        ];
        yield 'deep unknown' => ['crop_rate', '{"prior":{"rate":0.7,"strength":10,"phi":20,"y":1},"batches":[]}', 'unknown_field', 'prior.y'];
        yield 'sure of it' => ['crop_rate', '{"prior":{"rate":1,"strength":10,"phi":20},"batches":[]}', 'out_of_range', 'prior.rate'];
        yield 'no list' => ['crop_rate', '{"prior":{"rate":0.5,"strength":10,"phi":20},"batches":{"a":1}}', 'wrong_type', 'batches'];
        yield 'no stage' => ['stick_count', '{"needed":5,"stages":[],"confidence":0.9}', 'empty', 'stages'];
        yield 'none needed' => ['stick_count', '{"needed":0,"stages":[{"a":1,"b":1}],"confidence":0.9}', 'out_of_range', 'needed'];
        yield 'no certainty at all' => ['stick_count', '{"needed":5,"stages":[{"a":1,"b":1}],"confidence":0}', 'out_of_range', 'confidence'];
        yield 'less than none' => ['stick_count', '{"needed":5,"stages":[{"a":1,"b":1}],"confidence":-0.1}', 'negative', 'confidence'];
        yield 'certainty' => ['stick_count', '{"needed":5,"stages":[{"a":1,"b":1}],"confidence":1}', 'out_of_range', 'confidence'];
        yield 'more rooted than lifted' => [
            'ready_check',
            '{"lifted":4,"rooted":5,"threshold":0.8,"priorA":1,"priorB":1,"sure":0.9}',
            'more_than_there_are',
            'rooted',
        ];
        $dilution = '{"stockPpm":%s,"targetPpm":%s,"finalMl":%s}';
        yield 'no strength to speak of' => ['dilution', sprintf($dilution, '1000', '5e-324', '100'), 'out_of_range', 'targetPpm'];
        yield 'no volume to speak of' => ['dilution', sprintf($dilution, '1000', '10', '1e-13'), 'out_of_range', 'finalMl'];
        $trays = '{"bench":{"lengthCm":960,"widthCm":160},"tray":{"lengthCm":%s,"widthCm":%s}}';
        yield 'a tray of no length' => ['tray_fit', sprintf($trays, '1e-9', '50'), 'out_of_range', 'tray.lengthCm'];
        yield 'a tray of no width' => ['tray_fit', sprintf($trays, '80', '0.0001'), 'out_of_range', 'tray.widthCm'];
        $wait = '{"finalRate":0.8,"d50":10,"shape":4,"tau":12,"unrooted":20,"stepTau":3,"maxSteps":8,"valuePerPlant":1,"costPerStep":1,"lossPerStep":%s}';
        yield 'all die' => ['wait_or_clear', sprintf($wait, '1'), 'out_of_range', 'lossPerStep'];
        yield 'a coin toss' => ['ready_check', '{"lifted":4,"rooted":3,"threshold":0.8,"priorA":1,"priorB":1,"sure":0.3}', 'out_of_range', 'sure'];
    }

    #[DataProvider('bad')]
    public function testBad(string $name, string $json, string $code, string $field): void
    {
        try {
            Calculations::registry()->compute($name, $json);
            self::fail('Should have been refused.');
        } catch (Refused $refused) {
            self::assertSame([$code, $field], [$refused->reason, $refused->field]);
            self::assertStringStartsWith('refused.', $refused->getMessage());
        }
    }

    public function testWhatIsWrongInAListIsSaidOfItsPlace(): void
    {
        $in = Fields::of(['n' => [1, null, 'x'], 't' => ['a', null], 'w' => ['', 'b'], 'm' => [-1.0]], 'asked');
        foreach ([
            ['missing', 'asked.n[1]', static fn () => $in->numbers('n')], ['missing', 'asked.n[1]', static fn () => $in->counts('n')],
            ['missing', 'asked.t[1]', static fn () => $in->texts('t')], ['empty', 'asked.w[0]', static fn () => $in->texts('w')],
            ['negative', 'asked.m[0]', static fn () => $in->counts('m')], ['negative', 'asked.m[0]', static fn () => $in->numbers('m', 0.0)],
            ['out_of_range', 'asked.n', static fn () => $in->numbers('n', count: 2)],
        ] as [$reason, $field, $read]) {
            try {
                $read();
                self::fail('Should have been refused.');
            } catch (Refused $refused) {
                self::assertSame([$reason, $field], [$refused->reason, $refused->field]);
            }
        }
    }

    public function testWhatIsNoNumberIsSaidOfItsField(): void
    {
        foreach (['{"rooted":3,"checked":-Infinity}', '{"rooted":[1,2],"checked":[4, [5, NaN]]}', '{"a":{"checked": inf}}'] as $json) {
            try {
                Fields::fromJson($json);
                self::fail($json);
            } catch (Refused $refused) {
                self::assertSame(['checked', ['field' => 'checked']], [$refused->field, $refused->says instanceof Fact ? $refused->says->figures : []]);
            }
        }
    }

    public function testNothingIsANumberAndNoneMayDie(): void
    {
        self::assertSame([0.0, 0.0], [Fields::fromJson('{"a":0}')->number('a'), Fields::fromJson('{"a":0.0}')->number('a')]);
        self::assertSame(1e-12, Fields::fromJson('{"a":1e-12}')->number('a'));
        $wait = ['finalRate' => 0.8, 'd50' => 10, 'shape' => 4, 'tau' => 12, 'unrooted' => 20, 'stepTau' => 3, 'maxSteps' => 8, 'valuePerPlant' => 1];
        $call = static fn (float $loss): array => Calculations::registry()->compute(
            'wait_or_clear',
            json_encode($wait + ['costPerStep' => 0.1, 'lossPerStep' => $loss], JSON_THROW_ON_ERROR),
        );
        self::assertGreaterThan($call(0.01)['gain'], $call(0.0)['gain'], 'Where none dies, more may root.');
    }

    public function testReadsWhatIsThere(): void
    {
        $in = Fields::fromJson('{"n":31.0,"day":"2028-02-29","name":"  Ann “the knife” O\'Hara 🌱 ","tags":["a","b"],"empty":" "}');
        self::assertSame(31, $in->count('n'));
        self::assertSame('2028-02-29', $in->day('day')->format('Y-m-d'));
        self::assertSame('Ann “the knife” O\'Hara 🌱', $in->text('name'));
        self::assertSame(['a', 'b'], $in->texts('tags'));
        self::assertNull($in->textOr('empty'));
        self::assertSame(4, $in->countOr('absent', 4));
        $in->done();
    }

    public function testWhatIsTakenToTheLastSpaceIsNoLongerThanItMayBe(): void
    {
        self::assertSame(' as it was typed ', Fields::of(['word' => ' as it was typed '])->verbatim('word', 20));
        self::assertStringStartsWith('word: ', Told::refusal(static fn () => Fields::of(['word' => str_repeat('x', 21)])->verbatim('word', 20)));
    }

    public function testDaysThatAreNone(): void
    {
        foreach (['2026-02-30', '26-1-1', 'tomorrow', '1026-01-01'] as $day) {
            try {
                Fields::of(['day' => $day])->day('day');
                self::fail($day);
            } catch (Refused $refused) {
                self::assertSame('not_a_day', $refused->reason);
            }
        }
    }
}
