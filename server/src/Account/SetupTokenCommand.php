<?php

declare(strict_types=1);

namespace WetCradle\Server\Account;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use WetCradle\Server\Nursery\Nursery;

#[AsCommand('cradle:setup-token', 'Prints what the first page asks for, as long as nobody has set the nursery up.')]
final class SetupTokenCommand extends Command
{
    public function __construct(private readonly EntityManagerInterface $em, private readonly SetupToken $token)
    {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        if ($this->em->find(Nursery::class, 1) !== null) {
            $output->writeln('This nursery is set up already.');

            return self::FAILURE;
        }
        $output->writeln($this->token->printed());

        return self::SUCCESS;
    }
}
