<?php

declare(strict_types=1);

namespace WetCradle\Server\Nursery;

use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\House\Topic;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Plan\Redating;

/** The habits of the house: the trade's usual numbers, and its own where it has said so. */
final class DefaultsController
{
    public function __construct(private readonly House $house, private readonly Writing $writing, private readonly Redating $redating)
    {
    }

    #[Route('/api/house-defaults', methods: ['GET'])]
    public function all(): Answer
    {
        return new Answer($this->view());
    }

    #[Route('/api/house-defaults', methods: ['PUT'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function change(Fields $in): Answer
    {
        $this->writing->once(function () use ($in): void {
            $nursery = $this->house->nursery();
            $this->writing->mustBeVersion($in->count('version', 1), $nursery->version, $this->view());
            $defaults = HouseDefaults::read($in->object('defaults'));
            $in->done();
            $before = $nursery->defaults()->toArray();
            $after = $defaults->toArray();
            $nursery->keepDefaults($defaults);
            $this->writing->keep(
                'house_defaults',
                '1',
                $before + array_fill_keys(array_keys($after), null),
                $after + array_fill_keys(array_keys($before), null),
            );
            $this->redating->becauseTheHouseChanged();
        });

        return new Answer($this->view());
    }

    /** @return array{version: int, currency: string, topics: list<array<string, mixed>>} */
    private function view(): array
    {
        $nursery = $this->house->nursery();
        $by = [];
        foreach (HouseDefault::cases() as $habit) {
            $by[$habit->topic()->value][] = [
                'name' => $habit->value,
                'label' => $habit->label(),
                'unit' => $habit->unit()->value,
                'value' => $nursery->defaults()->number($habit),
                'usual' => $habit->usual(),
                'least' => $habit->least(),
                'most' => $habit->most(),
                'whole' => $habit->unit()->isWhole(),
                'reason' => $habit->reason(),
            ];
        }

        return [
            'version' => $nursery->version,
            'currency' => $nursery->currency,
            'topics' => array_map(
                static fn (Topic $topic) => ['topic' => $topic->value, 'label' => $topic->label(), 'defaults' => $by[$topic->value] ?? []],
                Topic::cases(),
            ),
        ];
    }
}
