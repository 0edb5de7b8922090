<?php

declare(strict_types=1);

namespace WetCradle\Server\Database;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('cradle:backup', 'Copies the database and the pictures while people work, checks the copy, and sweeps old ones.')]
final class BackupCommand extends Command
{
    public function __construct(private readonly Copies $copies)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addOption('keep', null, InputOption::VALUE_REQUIRED, 'days that copies are kept', (string) Copies::KEEP_DAYS);
        $this->addOption('if-old', null, InputOption::VALUE_NONE, 'only where the last one is old');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $days = $input->getOption('keep');
        if (!is_string($days) || !ctype_digit($days) || (int) $days < 1) {
            $output->writeln('--keep is a number of days, 1 or more.');

            return self::INVALID;
        }
        if ($input->getOption('if-old') === true && !$this->copies->isOld()) {
            return self::SUCCESS;
        }
        try {
            $copy = $this->copies->make((int) $days);
        } catch (\RuntimeException $failed) {
            $output->writeln('No copy was made. '.$failed->getMessage());

            return self::FAILURE;
        }
        $output->writeln(sprintf('%s: %d kB and %d pictures, checked.', $this->copies->folder().'/'.$copy->name, $copy->bytes / 1024, $copy->photos));

        return self::SUCCESS;
    }
}
