<?php

declare(strict_types=1);

namespace WetCradle\Server\Mist;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use WetCradle\Server\Database\Writing;

/** For a clock of the machine: sees what is wrong also while no device says anything, and makes hours of what is old. */
#[AsCommand('cradle:watch', 'Looks for what is wrong in the zones and tells it; run it every five minutes.')]
final class WatchCommand extends Command
{
    public function __construct(
        private readonly Watch $watch,
        private readonly AlarmsOut $out,
        private readonly Readings $readings,
        private readonly Writing $writing,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addOption('compact', null, InputOption::VALUE_NONE, 'Makes hours of old readings instead; run it once a day');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        if ($input->getOption('compact') === true) {
            $output->writeln(sprintf('%d readings became hours.', $this->writing->once($this->readings->compact(...))));

            return self::SUCCESS;
        }
        $raised = $this->writing->once($this->watch->goOn(...));
        $this->out->tell($raised);
        foreach ($raised as $alarm) {
            $output->writeln("{$alarm->zone->name}: {$alarm->says}");
        }

        return self::SUCCESS;
    }
}
