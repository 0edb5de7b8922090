<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

use Doctrine\DBAL\Connection;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use WetCradle\Server\Database\Row;

#[AsCommand('cradle:reckon', 'Reckons what an update has marked old, so that the first who writes need not wait for it.')]
final class ReckonCommand extends Command
{
    public function __construct(private readonly Connection $db, private readonly Forecasts $forecasts)
    {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $old = Row::number($this->db, 'SELECT count(*) FROM batch_forecast WHERE stale = 1');
        if (Row::number($this->db, 'SELECT count(*) FROM nursery') > 0) {
            $this->db->transactional(fn () => $this->forecasts->keepInStep());
        }
        $output->writeln($old === 0 ? 'Nothing was old.' : sprintf('%d %s reckoned anew.', $old, $old === 1 ? 'batch was' : 'batches were'));

        return self::SUCCESS;
    }
}
