<?php

declare(strict_types=1);

namespace WetCradle\Server\Records;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use WetCradle\Core\Refused;

#[AsCommand('cradle:records-out', 'Writes all that the nursery has kept into a new folder: tables of plain text, what they are, and the pictures.')]
final class RecordsOutCommand extends Command
{
    public function __construct(private readonly Package $package)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('folder', InputArgument::REQUIRED, 'a folder that is not there yet');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $folder = $input->getArgument('folder');
        try {
            $rows = $this->package->write(is_string($folder) ? $folder : '');
        } catch (Refused $refused) {
            $output->writeln(is_string($refused->says) ? $refused->says : 'There is no nursery here yet.');

            return self::FAILURE;
        } catch (\RuntimeException $failed) {
            $output->writeln($failed->getMessage());

            return self::FAILURE;
        }
        $to = is_string($folder) ? $folder : '';
        $output->writeln("{$rows} rows are in {$to}. Passwords are in it as they are kept here: keep it as you keep a copy.");

        return self::SUCCESS;
    }
}
