<?php

declare(strict_types=1);

namespace WetCradle\Server\Nursery;

use Doctrine\DBAL\Connection;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Calendar\AirTable;
use WetCradle\Core\Calendar\SiteAir;
use WetCradle\Core\Compute\Fields;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Plan\Redating;

/** The site's air: monthly means of an ordinary year, and days as they were measured. */
final class AirController
{
    private const DAYS_SHOWN = 400;

    public function __construct(
        private readonly Connection $db,
        private readonly House $house,
        private readonly Redating $redating,
        private readonly Writing $writing,
        private readonly Today $today,
        #[Autowire('%kernel.project_dir%/sites')] private readonly string $sites,
    ) {
    }

    #[Route('/api/air', methods: ['GET'])]
    public function air(): Answer
    {
        $sites = [];
        foreach (glob($this->sites.'/*.csv') ?: [] as $file) {
            $sites[] = [
                'name' => ucfirst(strtr(basename($file, '.csv'), '-', ' ')),
                'means' => AirTable::read((string) file_get_contents($file))->means,
                'csv' => (string) file_get_contents($file),
            ];
        }
        $days = [];
        foreach (Row::pairs($this->db, 'SELECT on_day, mean FROM air_day ORDER BY on_day DESC LIMIT '.self::DAYS_SHOWN) as $day => $mean) {
            $days[] = ['on' => (string) $day, 'mean' => (float) $mean];
        }

        return new Answer(['means' => array_map(floatval(...), $this->house->nursery()->air), 'days' => array_reverse($days), 'sites' => $sites]);
    }

    /** Takes in a table: twelve monthly means, or days as measured; and dates all batches again. */
    #[Route('/api/air', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function take(Fields $in): Answer
    {
        $taken = $this->writing->once(function () use ($in): array {
            $table = $in->here(static fn () => AirTable::read($in->text('csv', 200_000)));
            $in->done();
            $nursery = $this->house->nursery();
            if ($table->means !== null) {
                $before = ['air' => $nursery->air];
                $nursery->air = SiteAir::of($table->means)->means;
                $this->writing->keep('nursery', '1', $before, ['air' => $nursery->air]);
            }
            foreach ($table->days as $day => $mean) {
                if ($day > $this->today->day()->format('Y-m-d')) {
                    throw $in->refuse('ahead', 'csv', sprintf('says how warm %s was, which has not come yet', $day));
                }
                $this->db->executeStatement(
                    'INSERT INTO air_day (on_day, mean) VALUES (?, ?) ON CONFLICT (on_day) DO UPDATE SET mean = excluded.mean',
                    [$day, $mean],
                );
            }

            return ['months' => $table->means === null ? 0 : 12, 'days' => count($table->days), 'moved' => $this->redating->becauseTheHouseChanged()];
        });

        return new Answer($taken);
    }
}
