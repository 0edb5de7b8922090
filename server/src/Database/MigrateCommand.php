<?php

declare(strict_types=1);

namespace WetCradle\Server\Database;

use Doctrine\DBAL\Connection;
use Doctrine\Migrations\Configuration\Connection\ExistingConnection;
use Doctrine\Migrations\Configuration\Migration\ConfigurationArray;
use Doctrine\Migrations\DependencyFactory;
use Doctrine\Migrations\MigratorConfiguration;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('cradle:migrate', 'Brings the database up to date.')]
final class MigrateCommand extends Command
{
    public function __construct(private readonly Connection $connection)
    {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $factory = self::factory($this->connection);
        $factory->getMetadataStorage()->ensureInitialized();
        $plan = $factory->getMigrationPlanCalculator()->getPlanUntilVersion($factory->getVersionAliasResolver()->resolveVersionAlias('latest'));
        if (count($plan) === 0) {
            $output->writeln('The database is up to date.');

            return self::SUCCESS;
        }
        foreach ($plan->getItems() as $step) {
            if ($step->getMigration()->isTransactional()) {
                throw new \LogicException(sprintf('%s would end our transaction with its own; it must say that it is not transactional.', $step->getVersion()));
            }
        }
        // One transaction of ours around all steps: the migrator's own cannot see one begun with BEGIN IMMEDIATE.
        // A step may build a table anew under its old name, which only works while nobody looks at what points to it.
        $this->connection->executeStatement('PRAGMA foreign_keys = OFF');
        $this->connection->transactional(function () use ($factory, $plan): void {
            $factory->getMigrator()->migrate($plan, new MigratorConfiguration());
            $lost = Row::all($this->connection, 'PRAGMA foreign_key_check');
            if ($lost !== []) {
                throw new \LogicException(sprintf('A row of %s would point to nothing; nothing was changed.', $lost[0]->text('table')));
            }
        });
        $this->connection->executeStatement('PRAGMA foreign_keys = ON');
        Statistics::anew($this->connection);
        $output->writeln(sprintf('The database was brought up to date: %d %s.', count($plan), count($plan) === 1 ? 'step' : 'steps'));

        return self::SUCCESS;
    }

    public static function factory(Connection $connection): DependencyFactory
    {
        return DependencyFactory::fromConnection(new ConfigurationArray([
            'migrations_paths' => ['WetCradle\Server\Migrations' => dirname(__DIR__, 2).'/migrations'],
            'table_storage' => ['table_name' => 'migration'],
            'transactional' => false,
        ]), new ExistingConnection($connection));
    }
}
