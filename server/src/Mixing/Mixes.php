<?php

declare(strict_types=1);

namespace WetCradle\Server\Mixing;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\Mixing\MixJudged;
use WetCradle\Core\Mixing\MixMade;
use WetCradle\Core\Mixing\MixPart;
use WetCradle\Core\Mixing\Recipe;
use WetCradle\Core\Mixing\Volume;
use WetCradle\Server\Nursery\House;

/** The mixes of the house: what a crop sheet's words come to, reckoned and judged. */
final class Mixes
{
    /** @var ?array<string, MixPart> */
    private ?array $known = null;

    public function __construct(private readonly EntityManagerInterface $em, private readonly House $house)
    {
    }

    /** A mix by its name, or as it is written: "perlite 2 : coir 1". */
    public function recipe(string $words): Recipe
    {
        return $this->recipes([$words])[$words];
    }

    /**
     * The same of many.
     *
     * @param list<string> $words
     *
     * @return array<string, Recipe> by their words
     */
    public function recipes(array $words): array
    {
        $named = [];
        foreach ($this->em->getRepository(Mix::class)->findBy(['name' => array_map(trim(...), $words)]) as $mix) {
            $named[$mix->name] = $mix->recipe();
        }
        $mixes = [];
        foreach ($words as $each) {
            $mixes[$each] = $named[trim($each)] ?? Recipe::written($each);
        }

        return $mixes;
    }

    /** @return array<string, MixPart> by name */
    public function known(): array
    {
        if ($this->known === null) {
            $this->known = [];
            foreach ($this->em->getRepository(Part::class)->findAll() as $part) {
                $this->known[$part->name] = $part->core();
            }
        }

        return $this->known;
    }

    /**
     * @param list<array{batch: string, sheet: WaySheet}> $for   whose sheets it is held against
     * @param ?float                                      $each  litres that one tray or pot of them takes, to say how many whole bags fill
     *
     * @return array{
     *     name: string, litres: float, parts: list<array<string, mixed>>, wetting: float, barrow: float,
     *     up: array<string, mixed>, down: array<string, mixed>, wholeBags: array<string, mixed>,
     *     holds: ?array<string, mixed>, against: list<array<string, mixed>>,
     * }
     */
    public function made(string $words, Volume $litres, array $for, ?float $each = null): array
    {
        $recipe = $this->recipe($words);
        $made = MixMade::of($recipe, $litres, $this->known(), Volume::litres($this->house->defaults()->number(HouseDefault::Barrow)));
        $down = $made->fromWholeBags()->in('l');
        $against = [];
        foreach ($for as ['batch' => $batch, 'sheet' => $sheet]) {
            foreach (MixJudged::against($recipe, $this->known(), $sheet, $this->house->defaults()) as $objection) {
                $alike = serialize($objection['words']);
                $against[$alike] ??= $objection + ['batches' => []];
                $against[$alike]['batches'][] = $batch;
            }
        }
        $fill = static fn (float $l) => $each === null || $each <= 0.0 ? null : (int) floor($l / $each + 1e-9);

        return [
            'name' => $words,
            'litres' => $litres->in('l'),
            'parts' => $made->parts(),
            'wetting' => $made->wetting()->in('l'),
            'barrow' => $made->barrow->in('l'),
            'up' => ['barrows' => $made->barrowsUp(), 'fills' => $fill($made->barrowsUp() * $made->barrow->in('l'))],
            'down' => ['barrows' => $made->barrowsDown(), 'fills' => $fill($made->barrowsDown() * $made->barrow->in('l'))],
            'wholeBags' => ['litres' => $down, 'fills' => $fill($down)],
            'holds' => MixJudged::estimate($recipe, $this->known()),
            'against' => array_values($against),
        ];
    }
}
