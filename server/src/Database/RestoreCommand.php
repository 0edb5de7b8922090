<?php

declare(strict_types=1);

namespace WetCradle\Server\Database;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Contracts\Cache\CacheInterface;
use WetCradle\Core\Refused;
use WetCradle\Server\Rates\CropHistory;

#[AsCommand('cradle:restore', 'Puts a copy in the place of the database, with the service stopped; what is there now is put aside.')]
final class RestoreCommand extends Command
{
    public function __construct(private readonly Copies $copies, private readonly CacheInterface $cache)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('copy', InputArgument::OPTIONAL, 'its name; without one, all that there are are listed');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $name = $input->getArgument('copy');
        if (!is_string($name)) {
            foreach ($this->copies->all() as $copy) {
                $output->writeln(sprintf('%s  %d kB, %d pictures', $copy->name, $copy->bytes / 1024, $copy->photos));
            }

            return self::SUCCESS;
        }
        try {
            $aside = Copies::restore($this->copies->path($name));
        } catch (Refused $refused) {
            $output->writeln($refused->getMessage());

            return self::FAILURE;
        } catch (\RuntimeException $failed) {
            $output->writeln($failed->getMessage());

            return self::FAILURE;
        }
        // What was learnt since the copy was made is of a nursery that is no more.
        $this->cache->delete(CropHistory::KEPT);
        $output->writeln("The copy is in its place. What was there is in {$aside}.");
        $output->writeln('Bring it up to date with cradle:migrate before the service starts.');

        return self::SUCCESS;
    }
}
