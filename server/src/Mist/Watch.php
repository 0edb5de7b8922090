<?php

declare(strict_types=1);

namespace WetCradle\Server\Mist;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Mist\Alarm;
use WetCradle\Core\Mist\ZoneWatch;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Nursery\Words;

/**
 * What is wrong now, and what of it was raised before. An alarm that comes back soon is the same one: whoever saw it is not
 * called again.
 */
final class Watch
{
    /** Minutes within which what comes back is the same. */
    private const AGAIN = 60;

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Readings $readings,
        private readonly Programmes $programmes,
        private readonly HouseWeather $weather,
        private readonly House $house,
        private readonly Today $today,
        private readonly Words $words,
    ) {
    }

    /** @return array<int, list<Alarm>> what is wrong now, by zone */
    public function now(): array
    {
        $now = $this->today->moment();
        $minute = intdiv($now->getTimestamp(), 60);
        $hours = $this->weather->usual($now)->hours();
        // By the clocks of that minute, which were others before they were changed.
        $hourOf = fn (int $at): int => (int) $this->at($at)->format('G');
        $set = $this->programmes->set();
        $alarms = [];
        foreach ($this->readings->since($minute - ZoneWatch::LOOKS_BACK) as $zone => $readings) {
            $alarms[$zone] = ZoneWatch::alarms(isset($set[$zone]) ? $set[$zone]->core() : null, $readings, $hours, $hourOf, $minute, $this->house->defaults());
        }

        return self::ofWhoLiesThere(array_filter($alarms), fn (): array => $this->lain());
    }

    /**
     * On an empty bench nothing dries out and nothing is too cold.
     *
     * @param array<int, list<Alarm>>  $alarms by zone
     * @param \Closure(): list<int>    $lain   zones in which somebody lies, asked only where anything is wrong
     *
     * @return array<int, list<Alarm>>
     */
    private static function ofWhoLiesThere(array $alarms, \Closure $lain): array
    {
        $there = $alarms === [] ? [] : array_flip($lain());

        foreach ($alarms as $zone => $of) {
            $alarms[$zone] = array_values(
                array_filter($of, static fn (Alarm $alarm) => isset($there[$zone]) || !$alarm->kind->isOfWhoLiesThere()),
            );
        }

        return array_filter($alarms);
    }

    /** @return list<int> zones in which somebody lies today */
    private function lain(): array
    {
        return array_map(
            static fn (array $one): int => (int) $one['zone']->id,
            array_values(array_filter($this->programmes->all(), static fn (array $one) => $one['asks']->tenants !== [])),
        );
    }

    /**
     * Raises what is new and ends what is over. Must run inside a transaction.
     *
     * @return list<AlarmKept> those that were raised now, and are to be told
     */
    public function goOn(): array
    {
        $now = $this->today->now();
        $wrong = $this->now();
        $kept = [];
        foreach ($this->recent($now) as $alarm) {
            $kept[(int) $alarm->zone->id][$alarm->kind->value] ??= $alarm;
        }
        $raised = [];
        foreach ($wrong as $zone => $alarms) {
            foreach ($alarms as $alarm) {
                $before = $kept[$zone][$alarm->kind->value] ?? null;
                unset($kept[$zone][$alarm->kind->value]);
                if ($before !== null) {
                    $before->until = null;
                    continue;
                }
                $there = $this->em->find(Zone::class, $zone) ?? throw new \LogicException('It said something.');
                $raised[] = $new = new AlarmKept($there, $alarm->kind, $this->at($alarm->since), $this->words->say($alarm->says));
                $this->em->persist($new);
            }
        }
        foreach ($kept as $over) {
            foreach ($over as $alarm) {
                $alarm->until ??= $now;
            }
        }
        $this->em->flush();

        return $raised;
    }

    /** @return list<AlarmKept> that are not over, or were not long ago, the newest first */
    public function recent(\DateTimeImmutable $now): array
    {
        return Row::things(
            $this->em->createQuery('SELECT a, z, s FROM '.AlarmKept::class.' a JOIN a.zone z LEFT JOIN a.seenBy s WHERE a.until IS NULL OR a.until > :ago
                ORDER BY a.id DESC')->setParameter('ago', $now->modify(sprintf('-%d minutes', self::AGAIN))->format('Y-m-d H:i:s')),
            AlarmKept::class,
        );
    }

    /** @return list<AlarmKept> the newest first */
    public function newest(int $most, bool $withOpen): array
    {
        return Row::things(
            $this->em->createQuery('SELECT a, z, s FROM '.AlarmKept::class.' a JOIN a.zone z LEFT JOIN a.seenBy s '
                .($withOpen ? '' : 'WHERE a.until IS NOT NULL ').'ORDER BY a.id DESC')->setMaxResults($most),
            AlarmKept::class,
        );
    }

    /** A minute since 1970 by the clocks of the nursery. */
    public function at(int $minute): \DateTimeImmutable
    {
        return (new \DateTimeImmutable('@'.(60 * $minute)))->setTimezone($this->readings->clocks());
    }
}
