<?php

declare(strict_types=1);

namespace WetCradle\Server\Demo;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Server\Account\Account;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Mist\Programmes;
use WetCradle\Server\Mist\ProgrammeSet;

/** Sets the controllers as those who lie in the zones ask, but for one that is still as it was when it was warmer and drier there. */
final class DemoMist
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Programmes $programmes,
        private readonly Today $today,
    ) {
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
