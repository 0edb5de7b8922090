<?php

declare(strict_types=1);

namespace WetCradle\Server\Compute;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\StreamableInputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use WetCradle\Core\Compute\Registry;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;
use WetCradle\Server\Nursery\Words;

#[AsCommand('cradle:compute', 'Runs one calculation: a JSON object on stdin, a JSON object on stdout.')]
final class ComputeCommand extends Command
{
    public function __construct(private readonly Registry $registry, private readonly Words $words)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('name', InputArgument::REQUIRED, 'One of: '.implode(', ', $this->registry->names()));
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $stdin = ($input instanceof StreamableInputInterface ? $input->getStream() : null) ?? STDIN;
        try {
            $answer = $this->registry->compute(is_string($name = $input->getArgument('name')) ? $name : '', (string) stream_get_contents($stdin));
            $status = self::SUCCESS;
        } catch (Refused $refused) {
            $message = $this->words->say(Fact::said($refused->says));
            $answer = ['error' => ['code' => $refused->reason, 'field' => $refused->field, 'message' => $message]];
            $status = self::FAILURE;
        }
        $said = json_encode($this->words->everywhere($answer), JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);
        $output->writeln($said, OutputInterface::OUTPUT_RAW);

        return $status;
    }
}
