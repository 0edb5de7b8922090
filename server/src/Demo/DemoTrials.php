<?php

declare(strict_types=1);

namespace WetCradle\Server\Demo;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Rates\LaidArms;
use WetCradle\Core\Rates\TrialEnd;
use WetCradle\Server\Account\Account;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Trials\Trial;
use WetCradle\Server\Trials\TrialArm;
use WetCradle\Server\Trials\TrialTray;

/** Two questions that were put to the bench: one is settled since last year, the other half counted. */
final class DemoTrials
{
    private const SEED = 71;
    private const PER_TRAY = 40;

    public function __construct(private readonly EntityManagerInterface $em, private readonly Today $today)
    {
    }

    public function lay(): void
    {
        $chance = new Chance(self::SEED);
        $powder = [['Powder', 0.86], ['Plain', 0.68]];
        $settled = $this->trial('hebe-copperlight', 'Does a powder pay on late cuttings?', 0.7, 0.85, 320, $powder, 5, 5, $chance);
        $this->em->flush();
        [$settled->ended, $settled->endedOn, $settled->endedWhy] = [TrialEnd::Adopted, $this->today->day()->modify('-260 days'), 'seen in every block'];
        $settled->adopted = $settled->arms->first() ?: null;
        $mixes = [['Half bark', 0.78], ['Half perlite', 0.84], ['As now', 0.77]];
        $this->trial('weigela-plum-harness', 'Bark or perlite in the mix?', 0.75, 0.9, 38, $mixes, 6, 3, $chance);
        $this->em->flush();
    }

    /** @param list<array{string, float}> $arms what is done, and the share that roots by it; the last is what the others are measured by */
    private function trial(
        string $slug,
        string $question,
        float $usually,
        float $hoped,
        int $daysAgo,
        array $arms,
        int $trays,
        int $counted,
        Chance $chance,
    ): Trial {
        $crop = $this->em->getRepository(Crop::class)->findOneBy(['slug' => $slug]) ?? throw new \LogicException(sprintf('%s is grown.', $slug));
        $by = $this->em->getRepository(Account::class)->findOneBy([], ['id' => 'ASC']) ?? throw new \LogicException('Somebody was let in.');
        $laidOn = $this->today->day()->modify("-{$daysAgo} days");
        $trial = new Trial($crop, $question, $usually, $hoped, self::PER_TRAY, $laidOn, $laidOn->setTime(10, 0), $by);
        foreach ($arms as $place => [$name]) {
            $trial->arms->add(new TrialArm($trial, $place, $name, $place === count($arms) - 1, null));
        }
        foreach (LaidArms::of(count($arms), $trays, $chance->between(1, 10_000)) as $block => $places) {
            foreach ($places as $place => $arm) {
                $tray = new TrialTray($trial, $trial->arms->get($arm) ?? throw new \LogicException('Each arm was laid.'), $block, $place);
                if ($block < $counted) {
                    // Trays differ, as benches do.
                    $rate = $arms[$arm][1] + 0.08 * ($chance->unit() - 0.5);
                    $tray->stuck = self::PER_TRAY;
                    $tray->rooted = array_sum(array_map(static fn () => $chance->happens($rate) ? 1 : 0, range(1, self::PER_TRAY)));
                }
                $trial->trays->add($tray);
            }
        }
        $this->em->persist($trial);

        return $trial;
    }
}
