<?php

declare(strict_types=1);

namespace WetCradle\Server\StandIn;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Contracts\HttpClient\Exception\ExceptionInterface;
use Symfony\Contracts\HttpClient\HttpClientInterface;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Mist\Quantity;
use WetCradle\Core\Mist\ZoneProgramme;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Mist\HouseWeather;
use WetCradle\Server\Mist\Programmes;
use WetCradle\Server\Nursery\House;

/** Plays a house: prints what its sensors say, or says it to a server as a device would, in real time or faster. */
#[AsCommand('cradle:simulated-house', 'Plays a house with weather, sensors and a controller that obeys programmes; prints its readings, or sends them.')]
final class SimulatedHouseCommand extends Command
{
    public function __construct(
        private readonly Programmes $programmes,
        private readonly HouseWeather $weather,
        private readonly House $house,
        private readonly Today $today,
        private readonly HttpClientInterface $http,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addOption('from', null, InputOption::VALUE_REQUIRED, 'When it begins, as 2027-07-10T00:00Z; so long ago that it ends now where it is not said')
            ->addOption('hours', null, InputOption::VALUE_REQUIRED, 'For how long', '24')
            ->addOption('every', null, InputOption::VALUE_REQUIRED, 'Minutes between two readings', '5')
            ->addOption('seed', null, InputOption::VALUE_REQUIRED, 'Another number is other weather', '1')
            ->addOption('fault', null, InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, 'What goes wrong, as "pump_off@2027-07-10T11:00Z Mist 2"', [])
            ->addOption('format', null, InputOption::VALUE_REQUIRED, 'csv or json, a line each', 'csv')
            ->addOption('to', null, InputOption::VALUE_REQUIRED, 'The address of a server to which readings are sent instead of being printed')
            ->addOption('token', null, InputOption::VALUE_REQUIRED, 'The token of the device there')
            ->addOption('speed', null, InputOption::VALUE_REQUIRED, 'Minutes of the house in a second; 0 is as fast as it goes', '0');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $in = Fields::of(array_map(static fn (mixed $one) => is_string($one) && is_numeric($one) ? $one + 0 : $one, $input->getOptions()));
        $hours = $in->count('hours', 1, 24 * 400);
        $every = $in->count('every', 1, 60);
        $from = $in->has('from') ? new \DateTimeImmutable($in->text('from', 40)) : $this->today->moment()->modify("-{$hours} hours");
        $faults = array_map(Fault::read(...), array_values(array_filter((array) $input->getOption('fault'), is_string(...))));
        $to = $in->textOr('to', null, 300);
        $token = $in->textOr('token', null, 100) ?? '';
        $speed = $in->count('speed', 0, 100_000);
        $zones = $to === null ? $this->ownZones() : $this->zonesOf($to, $token);
        $house = new SimulatedHouse(
            new SimulatedWeather($in->count('seed', 0), $this->weather->usual(...)), new \DateTimeZone($this->house->timeZone()), $zones, $faults,
        );
        $isCsv = $in->oneOf('format', ['csv', 'json']) === 'csv';
        $names = ['time', 'zone', ...array_column(Quantity::cases(), 'value')];
        if ($to === null && $isCsv) {
            $output->writeln(implode(',', $names));
        }
        $time = null;
        $said = [];
        $byName = array_column(array_map(static fn (SimulatedZone $zone) => ['name' => $zone->name, 'zone' => $zone], $zones), 'zone', 'name');
        foreach ($house->goOn($from, 60 * $hours, $every) as $reading) {
            if ($to === null) {
                $output->writeln($isCsv
                    ? implode(',', array_map(static fn (string $name) => $reading[$name] ?? '', $names))
                    : json_encode($reading, JSON_THROW_ON_ERROR));
                continue;
            }
            if ($time !== null && $time !== $reading['time']) {
                $this->send($to, $token, $said, $output);
                $this->obey($to, $token, $byName);
                $said = [];
                if ($speed > 0) {
                    usleep((int) (1_000_000 * $every / $speed));
                }
            }
            $time = $reading['time'];
            $said[] = $reading;
        }
        if ($to !== null && $said !== []) {
            $this->send($to, $token, $said, $output);
        }

        return self::SUCCESS;
    }

    /** @return list<SimulatedZone> the zones of this nursery whose controllers are set */
    private function ownZones(): array
    {
        $zones = [];
        foreach ($this->programmes->set() as $set) {
            $zones[] = new SimulatedZone($set->zone->name, $set->core(), $this->house->defaults());
        }

        return $zones;
    }

    /** @return list<SimulatedZone> as the server that readings are sent to says its controllers are set */
    private function zonesOf(string $to, string $token): array
    {
        $zones = [];
        foreach ($this->programmesOf($to, $token) as $name => $programme) {
            $zones[] = new SimulatedZone($name, $programme, $this->house->defaults());
        }

        return $zones;
    }

    /**
     * Its controllers do from now on what was set meanwhile.
     *
     * @param array<string, SimulatedZone> $zones by name
     */
    private function obey(string $to, string $token, array $zones): void
    {
        foreach ($this->programmesOf($to, $token) as $name => $programme) {
            if (isset($zones[$name])) {
                $zones[$name]->programme = $programme;
            }
        }
    }

    /** @return array<string, ZoneProgramme> by zone; none where the server cannot be reached just now */
    private function programmesOf(string $to, string $token): array
    {
        $programmes = [];
        try {
            $answer = Fields::of($this->http->request('GET', $to.'/api/feed/programmes', ['auth_bearer' => $token])->toArray());
            foreach ($answer->objects('zones') as $one) {
                $programmes[$one->text('zone')] = ZoneProgramme::read($one->object('programme'));
            }
        } catch (ExceptionInterface) {
            return [];
        }

        return $programmes;
    }

    /** @param list<array<string, float|string>> $readings */
    private function send(string $to, string $token, array $readings, OutputInterface $output): void
    {
        try {
            $told = $this->http->request('POST', $to.'/api/feed/readings', ['auth_bearer' => $token, 'json' => $readings])->toArray();
            $output->writeln(sprintf('%s: %s taken', (string) $readings[0]['time'], json_encode($told['taken'] ?? 0)), OutputInterface::VERBOSITY_VERBOSE);
        } catch (ExceptionInterface $failed) {
            // A device tries again with its next reading.
            $output->writeln('<error>'.$failed->getMessage().'</error>');
        }
    }
}
