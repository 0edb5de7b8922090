<?php

declare(strict_types=1);

namespace WetCradle\Server\Crops;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\School;
use WetCradle\Core\Crops\SchoolEffect;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Server\Bench\TrayKinds;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Nursery\House;

/** The house's answers where growers disagree, each with what it changes. */
final class HouseRulesController
{
    public function __construct(private readonly EntityManagerInterface $em, private readonly TrayKinds $kinds, private readonly House $house)
    {
    }

    #[Route('/api/house-rules', methods: ['GET'])]
    public function all(): Answer
    {
        return new Answer($this->view());
    }

    #[Route('/api/house-rules', methods: ['PUT'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function change(Fields $in, Writing $writing): Answer
    {
        $writing->once(function () use ($in, $writing): void {
            $nursery = $this->house->nursery();
            $before = $nursery->rules()->toArray();
            $writing->mustBeVersion($in->count('version'), $nursery->version, $before);
            $rules = $nursery->rules()->with($in->object('rules'))->toArray();
            $in->done();
            $nursery->houseRules = $rules;
            $writing->keep('house_rules', '1', $before, $nursery->houseRules);
        });

        return new Answer($this->view());
    }

    /** @return array<string, mixed> effects worked out on a soft tip cutting, or on a division or runner where the question is about those */
    private function view(): array
    {
        $nursery = $this->house->nursery();
        $rules = $nursery->rules();
        $tray = $this->kinds->standard();
        $example = static fn (School $school) => WaySheet::of((match ($school) {
            School::DivisionTime => Pattern::Clump,
            School::Runners => Pattern::Runner,
            School::Wounding, School::HormoneForm => Pattern::SemiRipe,
            default => Pattern::SoftTip,
        })->sheet((int) $tray->id));
        $differing = [];
        foreach (Row::things($this->em->createQuery('SELECT w, s, c FROM '.Way::class.' w JOIN w.sheet s JOIN w.crop c ORDER BY c.name'), Way::class) as $way) {
            foreach ($rules->differences($way->core(), $this->house->defaults()) as $difference) {
                $differing[$difference['school']][] = ['crop' => $way->crop->name, 'slug' => $way->crop->slug, 'here' => $difference['here']];
            }
        }

        return ['version' => $nursery->version, 'rules' => array_map(fn (School $school) => [
            'school' => $school->value,
            'question' => $school->question(),
            'chosen' => $rules->of($school),
            'options' => array_map(
                fn (string $option) => [
                    'option' => $option,
                    'words' => $school->words($option),
                    'effect' => SchoolEffect::words($school, $option, $example($school), $this->house->defaults()),
                ],
                $school->options(),
            ),
            'differing' => $differing[$school->value] ?? [],
        ], School::cases())];
    }
}
