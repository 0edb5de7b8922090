<?php

declare(strict_types=1);

namespace WetCradle\Server\Records;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('cradle:records-in', 'Reads a folder that cradle:records-out wrote into an empty nursery.')]
final class RecordsInCommand extends Command
{
    public function __construct(private readonly PackageIn $package)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('folder', InputArgument::REQUIRED, 'the folder');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $folder = $input->getArgument('folder');
        try {
            $rows = $this->package->read(is_string($folder) ? $folder : '');
        } catch (\RuntimeException $failed) {
            $output->writeln($failed->getMessage());

            return self::FAILURE;
        }
        $output->writeln("{$rows} rows are in.");

        return self::SUCCESS;
    }
}
