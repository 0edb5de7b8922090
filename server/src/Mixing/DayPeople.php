<?php

declare(strict_types=1);

namespace WetCradle\Server\Mixing;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use WetCradle\Core\Plan\CollectOrder;
use WetCradle\Core\Plan\HandsDay;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;

/** Who does what on a day, hour by hour. */
final class DayPeople
{
    public function __construct(private readonly Connection $db, private readonly House $house)
    {
    }

    /**
     * @param list<array{code: string, from: int, to: int}>                             $cuts  which all make together
     * @param int                                                                       $start when sticking can begin
     * @param list<array{code: string, station: int, from: int, to: int, late: int}>    $turns
     * @param list<array{what: string, code: string, minutes: int}>                     $after
     *
     * @return array{people: list<array{name: ?string, jobs: list<array{what: string, code: ?string, from: string, to: string}>}>, ends: ?int}
     */
    public function of(\DateTimeImmutable $day, int $hands, array $cuts, int $start, array $turns, array $after): array
    {
        $begins = CollectOrder::begins($this->house->defaults());
        $together = array_map(static fn (array $cut) => ['what' => 'collect', 'code' => $cut['code'], 'from' => $cut['from'], 'to' => $cut['to']], $cuts);
        $cutBy = max([$begins, ...array_column($cuts, 'to')]);
        if ($start > $cutBy && $turns !== []) {
            $together[] = ['what' => 'make_up', 'code' => '', 'from' => $cutBy, 'to' => $start];
        }
        $told = HandsDay::of($hands, $together, $turns, $after, $begins, $this->house->defaults());
        $names = $this->names($day);

        return ['people' => array_map(static fn (array $jobs, int $hand) => [
            'name' => $names[$hand] ?? null,
            'jobs' => array_map(static fn (array $job) => [
                'what' => $job['what'], 'code' => $job['code'] === '' ? null : $job['code'],
                'from' => DaySticking::clock($job['from']), 'to' => DaySticking::clock($job['to']),
            ], $jobs),
        ], $told->byHand, array_keys($told->byHand)), 'ends' => $told->ends()];
    }

    /** @return list<string> of those who are there, those of most hours first */
    private function names(\DateTimeImmutable $day): array
    {
        $people = $this->house->crew()->peopleOn($day);
        $names = [];
        foreach (Row::all($this->db, 'SELECT id, name FROM account WHERE id IN (?)', [$people], [ArrayParameterType::INTEGER]) as $row) {
            $names[$row->int('id')] = $row->text('name');
        }

        return array_values(array_filter(array_map(static fn (int $id) => $names[$id] ?? null, $people), is_string(...)));
    }
}
