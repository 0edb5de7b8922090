<?php

declare(strict_types=1);

namespace WetCradle\Server\Mixing;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Crops\Hormone;
use WetCradle\Core\Fact;
use WetCradle\Core\Mixing\DipChoice;
use WetCradle\Core\Refused;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Nursery\House;

/** The hormones on the shelf, and what is made of them. */
final class Shelf
{
    public function __construct(private readonly EntityManagerInterface $em, private readonly House $house, private readonly Today $today)
    {
    }

    /** @return list<HormoneStock> that were not thrown away */
    public function stocks(): array
    {
        return $this->em->getRepository(HormoneStock::class)->findBy(['discardedOn' => null], ['what' => 'ASC', 'ppm' => 'ASC', 'id' => 'ASC']);
    }

    /**
     * What makes the dip for so many cuttings, or why nothing does.
     *
     * @return array{
     *     able: bool, stock: ?int, name: ?string, words: Fact, grams: ?float, ml: ?float, stockMl: ?float,
     *     waterMl: ?float, ppm: ?float, error: ?float, salt: ?array{factor: float, source: string},
     * }
     */
    public function dip(Hormone $asked, int $cuttings, float $depthCm, ?HormoneStock $only = null): array
    {
        $stocks = $only === null ? $this->stocks() : [$only];
        $choice = DipChoice::of(
            $asked,
            array_map(static fn (HormoneStock $s) => $s->core(), $stocks),
            $cuttings,
            $depthCm,
            $this->today->day(),
            $this->house->defaults(),
        );
        $stock = $choice->stock === null ? null : $stocks[$choice->stock];

        return [
            'able' => $stock !== null, 'stock' => $stock?->id, 'name' => $stock?->name, 'words' => $choice->words,
            'grams' => $choice->powder?->grams, 'ml' => $choice->liquid?->ml,
            'stockMl' => $choice->poured?->stock->ml, 'waterMl' => $choice->poured?->water->ml, 'ppm' => $choice->poured !== null
                ? $choice->poured->strength->ppm
                : $stock?->core()->asAcid()->ppm, 'error' => $choice->poured?->error,
            'salt' => $stock?->salt(),
        ];
    }

    /**
     * What one stock would make at a strength; a stock too weak, too old or of another kind is refused with what could be used.
     *
     * @return array{
     *     able: bool, stock: ?int, name: ?string, words: Fact, grams: ?float, ml: ?float, stockMl: ?float,
     *     waterMl: ?float, ppm: ?float, error: ?float, salt: ?array{factor: float, source: string},
     * }
     */
    public function of(HormoneStock $stock, int $ppm, int $cuttings, float $depthCm): array
    {
        $asked = Hormone::read(Fields::of(['kind' => $stock->kind->value, 'ppm' => $ppm, 'what' => $stock->what]));
        $dip = $this->dip($asked, $cuttings, $depthCm, $stock);
        if (!$dip['able']) {
            $other = $this->dip($asked, $cuttings, $depthCm);
            $reason = $stock->core()->against($asked, $this->today->day())['reason'] ?? 'not_possible';
            throw Refused::because(
                $reason === 'too_weak' ? 'target_stronger_than_stock' : $reason,
                'ppm',
                $other['able'] ? Fact::together($dip['words'], Fact::of('dip.use', stock: (string) $other['name'])) : $dip['words'],
            );
        }

        return $dip;
    }
}
