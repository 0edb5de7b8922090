<?php

declare(strict_types=1);

namespace WetCradle\Server\Demo;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Mist\ReadingTable;
use WetCradle\Server\Account\Account;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Mist\HouseWeather;
use WetCradle\Server\Mist\Programmes;
use WetCradle\Server\Mist\ProgrammeSet;
use WetCradle\Server\Mist\Readings;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\StandIn\Fault;
use WetCradle\Server\StandIn\SimulatedHouse;
use WetCradle\Server\StandIn\SimulatedWeather;
use WetCradle\Server\StandIn\SimulatedZone;

/** Sets the controllers as those who lie in the zones ask, but for one that is still as it was when it was warmer and drier there. */
final class DemoMist
{
    private const MEASURED = 2;
    private const SEED = 7;

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Programmes $programmes,
        private readonly Readings $readings,
        private readonly HouseWeather $weather,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /**
     * What the sensors of two zones said for ten days, with a night on which the heat of one was off. It ends three days ago: a made-up
     * house whose sensors fell silent this morning would raise alarms all day.
     */
    public function measure(): void
    {
        $clocks = $this->readings->clocks();
        $from = $this->today->moment()->setTimezone($clocks)->setTime(0, 0)->modify('-13 days');
        $zones = [];
        foreach ($this->programmes->set() as $set) {
            if ($set->core()->mist !== null && count($zones) < self::MEASURED) {
                $zones[] = new SimulatedZone($set->zone->name, $set->core(), $this->house->defaults());
            }
        }
        $cold = $zones === [] ? [] : [Fault::read(sprintf(
            'heat_off@%s/%s %s',
            $from->modify('+6 days 18 hours')->format('Y-m-d\TH:iP'),
            $from->modify('+7 days 9 hours')->format('Y-m-d\TH:iP'),
            $zones[0]->name,
        ))];
        $house = new SimulatedHouse(new SimulatedWeather(self::SEED, $this->weather->usual(...)), $clocks, $zones, $cold);
        $this->readings->take(ReadingTable::objects(iterator_to_array($house->goOn($from, 10 * 1440, 5), false), $clocks));
    }

    public function set(): void
    {
        $by = $this->em->getRepository(Account::class)->findOneBy([], ['id' => 'ASC']) ?? throw new \LogicException('Somebody was let in.');
        $isFirst = true;
        foreach ($this->programmes->all() as ['zone' => $zone, 'asks' => $asks]) {
            if ($asks->tenants === []) {
                continue;
            }
            $programme = $asks->programme->toArray();
            if ($programme['mist'] !== null && $isFirst) {
                $programme['mist'] = ['seconds' => 12, 'maxMinutes' => 120] + $programme['mist'];
                $programme['medium'] = ($programme['medium'] ?? 18.0) + 2.0;
                $isFirst = false;
            }
            $this->em->persist(new ProgrammeSet($zone, $programme, '', $this->today->day()->modify('-3 days')->setTime(7, 20), $by));
        }
        $this->em->flush();
    }
}
