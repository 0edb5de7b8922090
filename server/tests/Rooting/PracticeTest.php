<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Rooting;

use WetCradle\Core\Rooting\PracticeSet;
use WetCradle\Core\Rooting\Specimen;
use WetCradle\Server\Tests\House;

/** Feet graded for practice. */
final class PracticeTest extends House
{
    /** @return list<string> */
    private static function right(int $set): array
    {
        return array_map(static fn (Specimen $one) => $one->stage()->value, PracticeSet::of($set)->specimens);
    }

    public function testASetIsShownWithoutItsAnswersGradedOnceAndTheNextOneComes(): void
    {
        $this->signIn('femi');
        $first = $this->ask('GET', '/api/practice');
        self::assertSame([1, PracticeSet::SIZE], [$first['set'], count($first['feet'])]);
        self::assertStringNotContainsString('stage', json_encode($first['feet'], JSON_THROW_ON_ERROR));
        $grades = self::right(1);
        $grades[0] = $grades[0] === 'callus' ? 'initials' : 'callus';
        $response = $this->send('POST', '/api/practice', ['set' => 1, 'grades' => $grades]);
        self::assertSame(201, $response->getStatusCode());
        $graded = json_decode((string) $response->getContent(), true);
        self::assertSame([PracticeSet::SIZE - 1, PracticeSet::SIZE], [$graded['result']['exact'], $graded['result']['of']]);
        self::assertSame([['was' => self::right(1)[0], 'said' => $grades[0], 'times' => 1]], $graded['result']['mistakes']);
        self::assertLessThan(1.0, $graded['result']['kappa']);
        self::assertSame(2, $this->ask('GET', '/api/practice')['set']);
        self::assertSame('graded', $this->refused(422, 'POST', '/api/practice', ['set' => 1, 'grades' => $grades])['code']);
    }

    public function testPeopleAreHeldAgainstTheKeyAndAgainstEachOther(): void
    {
        $this->signIn('femi');
        $this->send('POST', '/api/practice', ['set' => 1, 'grades' => self::right(1)]);
        $now = $this->ask('GET', '/api/practice');
        $people = array_column($now['people'], null, 'name');
        self::assertEqualsWithDelta(1.0, $people['Femi Asante-Wray']['kappa'], 1e-12);
        self::assertLessThan($people['Ines Halloran']['onRooted'] + 1e-9, $people['Bo Tarrant']['onRooted']);
        self::assertCount(3, $now['between'], 'Each two of three.');
        $two = array_values(array_filter($now['between'], static fn (array $b) => in_array('Femi Asante-Wray', [$b['one'], $b['other']], true)))[0];
        self::assertSame(1, $two['sets'], 'Only what both have graded.');
    }

    public function testHalfASetAndNoStagesAreRefused(): void
    {
        $this->signIn('femi');
        self::assertSame('grades', $this->refused(422, 'POST', '/api/practice', ['set' => 1, 'grades' => ['callus']])['field']);
        self::assertSame('grades[1]', $this->refused(422, 'POST', '/api/practice', ['set' => 1, 'grades' => ['callus', 'green']])['field']);
        $this->signIn('visitor');
        self::assertSame(403, $this->send('POST', '/api/practice', ['set' => 1, 'grades' => self::right(1)])->getStatusCode());
    }
}
