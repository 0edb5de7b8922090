<?php

declare(strict_types=1);

namespace WetCradle\Server\Account;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

/** For somebody who is locked out: whoever may run this on the server may also read the database. */
#[AsCommand('cradle:password', 'Gives somebody a password for one time.')]
final class PasswordCommand extends Command
{
    public function __construct(private readonly EntityManagerInterface $em, private readonly Passwords $passwords)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('name', InputArgument::REQUIRED, 'by which they sign in');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $name = $input->getArgument('name');
        $account = $this->em->getRepository(Account::class)->findOneBy(['signIn' => $name]);
        if ($account === null) {
            $names = array_filter(array_map(static fn (Account $a) => $a->signIn, $this->em->getRepository(Account::class)->findBy([], ['signIn' => 'ASC'])));
            $output->writeln(sprintf('Nobody signs in as %s. There are: %s.', is_string($name) ? $name : '', implode(', ', $names)));

            return self::FAILURE;
        }
        $password = $this->passwords->once();
        $this->em->wrapInTransaction(function () use ($account, $password): void {
            $account->endOn(null);
            $this->passwords->keep($account, $password, given: true);
        });
        $output->writeln(sprintf('%s signs in as %s once with %s and then chooses an own password.', $account->name, $account->signIn, $password));

        return self::SUCCESS;
    }
}
