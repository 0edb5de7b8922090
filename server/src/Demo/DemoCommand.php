<?php

declare(strict_types=1);

namespace WetCradle\Server\Demo;

use Doctrine\DBAL\Connection;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Contracts\Cache\CacheInterface;
use WetCradle\Core\Compute\Fields;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Database\Statistics;
use WetCradle\Server\Plan\Redating;
use WetCradle\Server\Rates\CropHistory;
use WetCradle\Server\Rooting\Forecasts;

#[AsCommand('cradle:demo', 'Fills an empty database with the made-up nursery.')]
final class DemoCommand extends Command
{
    public function __construct(
        private readonly Connection $db,
        private readonly DemoNursery $demo,
        private readonly Redating $redating,
        private readonly Forecasts $forecasts,
        private readonly DemoJudged $judged,
        private readonly DemoHands $hands,
        private readonly DemoWeaned $weaned,
        private readonly DemoMist $mist,
        private readonly DemoYears $years,
        private readonly DemoTrials $trials,
        private readonly Today $today,
        private readonly CacheInterface $cache,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addOption('years', null, InputOption::VALUE_REQUIRED, 'How many years lie behind it: two, or more in steps of two', '2')
            ->addOption('size', null, InputOption::VALUE_REQUIRED, 'How much more was done in each of the years before than in its own two', '1');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        if (Row::number($this->db, 'SELECT count(*) FROM nursery') > 0) {
            $output->writeln('<error>There is a nursery in this database already; the demo only goes into an empty one.</error>');

            return self::FAILURE;
        }
        $in = Fields::of(array_map(static fn (mixed $one) => is_string($one) && is_numeric($one) ? $one + 0 : $one, $input->getOptions()));
        $rounds = intdiv($in->count('years', 2, 30) - 1, 2);
        $size = $in->count('size', 1, 100);
        // An empty database may stand where another was.
        $this->cache->delete(CropHistory::KEPT);
        $made = $this->db->transactional(function () use ($rounds, $size) {
            $made = $this->demo->build();
            $this->trials->lay();
            $this->redating->becauseTheHouseChanged();
            $this->forecasts->keepInStep();
            $this->judged->anew();
            $this->forecasts->keepInStep();
            $this->hands->pot();
            $this->weaned->goOn($this->today->day());
            $this->mist->set();
            $this->mist->measure();
            $this->forecasts->keepInStep();
            if ($rounds > 0) {
                $made['batches'] += $this->years->add($rounds, $size, $this->today->day());
                $this->forecasts->keepInStep();
            }

            return $made;
        });
        if ($rounds > 0) {
            Statistics::anew($this->db);
        }
        $output->writeln(
            sprintf(
                'Made %s: %d crops, %d stock blocks, %d zones, %d batches.',
                $made['name'],
                $made['crops'],
                $made['blocks'],
                $made['zones'],
                $made['batches'],
            ),
        );

        return self::SUCCESS;
    }
}
