<?php

declare(strict_types=1);

namespace WetCradle\Server\Stock;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Refused;
use WetCradle\Core\Stock\BlockOffer;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Crops\Windows;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Find;

/** Stock blocks and what they can give in a week. */
final class StockController
{
    /** Beyond this many weeks no take weighs on another. */
    private const LONGEST_RECOVERY = 60;

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Takes $takes,
        private readonly Windows $windows,
        private readonly Today $today,
    ) {
    }

    #[Route('/api/stock', methods: ['GET'])]
    public function all(Request $request): JsonResponse
    {
        $week = $request->query->has('week') ? Week::of($request->query->getString('week')) : $this->today->week();
        $around = $this->takes->around($week->monday(), self::LONGEST_RECOVERY);
        $blocks = $this->em->createQuery('SELECT k, c, w, s FROM '.StockBlock::class.' k JOIN k.crop c JOIN c.ways w JOIN w.sheet s ORDER BY c.name, k.code')->getResult();

        return new JsonResponse([
            'week' => $week->written(),
            'blocks' => array_map(fn (StockBlock $k) => $this->view($k, $week, $around[(int) $k->id] ?? []), $blocks),
        ]);
    }

    #[Route('/api/stock', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function add(Fields $in, Writing $writing, Find $find): JsonResponse
    {
        $block = $writing->once(function () use ($in, $writing, $find) {
            $code = strtoupper($in->text('code', 12));
            if ($this->em->getRepository(StockBlock::class)->findOneBy(['code' => $code]) !== null) {
                throw Refused::because('taken', 'code', sprintf('There is a block %s already.', $code));
            }
            $crop = $find->by(Crop::class, 'slug', $in->text('crop'), 'crop', 'crop');
            $year = (int) $this->today->day()->format('Y');
            $block = new StockBlock($code, $crop, $in->text('place', 120), $in->count('plants', 1, 100_000), $in->count('perPlant', 1, 1000), $in->count('recoveryWeeks', 0, self::LONGEST_RECOVERY), $in->count('plantedYear', 1950, $year), $in->textOr('note', null, 1000));
            $in->done();
            $this->em->persist($block);
            $writing->keep('stock_block', $code, [], ['crop' => $crop->slug, 'plants' => $block->plants]);

            return $block;
        });

        return new JsonResponse($this->view($block, $this->today->week(), []), 201);
    }

    /**
     * @param list<array{on: \DateTimeImmutable, cuttings: int, batch: string}> $takes
     *
     * @return array<string, mixed>
     */
    private function view(StockBlock $block, Week $week, array $takes): array
    {
        $offer = BlockOffer::of($block->plants, $block->perPlant, $block->recoveryWeeks, $takes, $week->monday(), 0);
        $crop = $block->crop;

        return [
            'code' => $block->code,
            'crop' => $crop->name,
            'cropSlug' => $crop->slug,
            'place' => $block->place,
            'plants' => $block->plants,
            'perPlant' => $block->perPlant,
            'recoveryWeeks' => $block->recoveryWeeks,
            'plantedYear' => $block->plantedYear,
            'note' => $block->note,
            'canGive' => $offer->canGive,
            'left' => $offer->left(),
            'windowOpensIn' => $this->windows->of($crop->house())->opensIn($week),
            'takes' => array_map(static fn (array $t) => ['on' => $t['on']->format('Y-m-d'), 'cuttings' => $t['cuttings'], 'batch' => $t['batch']], $takes),
        ];
    }
}
