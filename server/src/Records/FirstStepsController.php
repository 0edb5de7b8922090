<?php

declare(strict_types=1);

namespace WetCradle\Server\Records;

use Doctrine\DBAL\Connection;
use Symfony\Component\Routing\Attribute\Route;
use WetCradle\Core\Records\FirstStep;
use WetCradle\Core\Records\FirstSteps;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Http\Answer;

/** What a nursery that begins has already, and what comes next. */
final class FirstStepsController
{
    public function __construct(private readonly Connection $db)
    {
    }

    #[Route('/api/first-steps', methods: ['GET'])]
    public function steps(): Answer
    {
        $have = Row::first($this->db, 'SELECT (SELECT count(*) FROM zone) AS benches, (SELECT count(*) FROM crop) AS crops,
            (SELECT count(*) FROM stock_block) AS stock, (SELECT count(*) FROM inspection) AS inspection,
            (SELECT count(*) FROM past_batch) AS past_batches, (SELECT count(*) FROM wanted) AS orders, (SELECT count(*) FROM batch) AS plan');
        $steps = FirstSteps::of(array_map(static fn (FirstStep $step) => $have?->int($step->value) ?? 0, self::byName()));

        return new Answer([
            'isOver' => $steps->isOver(),
            'next' => $steps->next()?->value,
            'steps' => array_map(static fn (FirstStep $step) => [
                'step' => $step->value, 'have' => $steps->have($step), 'isDone' => $steps->isDone($step), 'mayWait' => $step->mayWait(),
                'waitsFor' => array_column($steps->missing($step), 'value'),
            ], FirstStep::cases()),
        ]);
    }

    /** @return array<string, FirstStep> */
    private static function byName(): array
    {
        return array_column(FirstStep::cases(), null, 'value');
    }
}
