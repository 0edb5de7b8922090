<?php

declare(strict_types=1);

namespace WetCradle\Server\Nursery;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Calendar\Hemisphere;
use WetCradle\Core\Calendar\SiteAir;
use WetCradle\Core\Calendar\WindowShift;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Crops\HouseRules;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\NumberSigns;
use WetCradle\Core\Plan\Costs;
use WetCradle\Core\Plan\Crew;
use WetCradle\Core\Plan\WorkNorms;

/** The nursery itself: one row, its name and how it likes its figures shown. */
#[ORM\Entity, ORM\Table(name: 'nursery')]
class Nursery
{
    /** How long a session lasts, as long as a nursery says nothing else: without being used, in all, and on a shared device. */
    public const IDLE_HOURS = 12;
    public const SESSION_DAYS = 14;
    public const SHARED_MINUTES = 30;

    #[ORM\Id, ORM\Column]
    public int $id = 1;

    #[ORM\Column(type: 'integer'), ORM\Version]
    public int $version = 1;

    /** @var array<string, string> school → option, where the house has chosen */
    #[ORM\Column(type: Types::JSON)]
    public array $houseRules = [];

    /** @var list<float> the site's monthly mean air, °C, January to December */
    #[ORM\Column(type: Types::JSON)]
    public array $air;

    /** @var array<string, float> where the house has other habits than the usual ones, as HouseDefaults gives it */
    #[ORM\Column(type: Types::JSON)]
    public array $houseDefaults = [];
    private ?HouseDefaults $defaults = null;

    #[ORM\Column]
    public int $collectedAnHour = WorkNorms::COLLECTED;
    /** Trays weaned in an hour. */
    #[ORM\Column]
    public int $weanedAnHour = WorkNorms::WEANED;
    /** @var array<string, int> method → cuttings stuck in an hour, where it differs */
    #[ORM\Column(type: Types::JSON)]
    public array $stuckBy = [];
    /** @var array<string, int> pot → plants potted in an hour, where it differs */
    #[ORM\Column(type: Types::JSON)]
    public array $pottedBy = [];
    /** @var array<string, mixed> as Crew writes it */
    #[ORM\Column(type: Types::JSON)]
    public array $crew = ['hands' => [], 'away' => []];
    #[ORM\Column(type: Types::FLOAT)]
    public float $hourCost = 18.0;
    #[ORM\Column(type: Types::FLOAT)]
    public float $trayWeekCost = 0.6;

    /** A session ends so many hours after it was last used. */
    #[ORM\Column]
    public int $sessionIdleHours = self::IDLE_HOURS;

    /** A session ends so many days after somebody signed in. */
    #[ORM\Column]
    public int $sessionDays = self::SESSION_DAYS;

    /** On a device that several share, a session ends so many minutes after it was last used. */
    #[ORM\Column]
    public int $sharedMinutes = self::SHARED_MINUTES;

    /** Under which the plant health authority knows the nursery. */
    #[ORM\Column(nullable: true)]
    public ?string $registration = null;

    /** Where its plants are raised, as the two letters that stand for a country. */
    #[ORM\Column(nullable: true)]
    public ?string $country = null;

    /** Pot lots so far. */
    #[ORM\Column]
    public int $lotsNumbered = 0;

    public function __construct(
        #[ORM\Column] public string $name,
        #[ORM\Column] public Units $units,
        #[ORM\Column] public Temperature $temperature,
        #[ORM\Column] public Hemisphere $hemisphere,
        #[ORM\Column] public Climate $climate,
        #[ORM\Column] public WeeksTold $weeks = WeeksTold::Numbers,
        #[ORM\Column] public int $stuckAnHour = 180,
        #[ORM\Column] public int $pottedAnHour = 110,
        #[ORM\Column] public int $batchesNumbered = 0,
        #[ORM\Column] public WindowsBy $windowBy = WindowsBy::Weeks,
        #[ORM\Column] public int $windowWeeks = 0,
        #[ORM\Column] public string $currency = '€',
        #[ORM\Column] public int $inspectionDays = 60,
        #[ORM\Column] public NumberSigns $numbers = NumberSigns::PointComma,
        #[ORM\Column] public string $timeZone = 'UTC',
    ) {
        $this->air = $climate->air($hemisphere)->means;
    }

    public function rules(): HouseRules
    {
        return HouseRules::usual()->with(Fields::of($this->houseRules));
    }

    public function defaults(): HouseDefaults
    {
        return $this->defaults ??= HouseDefaults::of($this->houseDefaults);
    }

    public function keepDefaults(HouseDefaults $defaults): void
    {
        $this->houseDefaults = $defaults->toArray();
        $this->defaults = $defaults;
    }

    public function shift(): WindowShift
    {
        return WindowShift::of($this->hemisphere, $this->windowWeeks, $this->windowBy === WindowsBy::DegreeDays ? SiteAir::of($this->air) : null);
    }

    public function norms(): WorkNorms
    {
        return WorkNorms::of($this->stuckAnHour, $this->pottedAnHour, $this->collectedAnHour, $this->weanedAnHour, $this->stuckBy, $this->pottedBy);
    }

    /** The hands as they were entered, those who have left among them. */
    public function crew(): Crew
    {
        return Crew::read(Fields::of($this->crew));
    }

    public function costs(): Costs
    {
        return Costs::of($this->hourCost, $this->trayWeekCost);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'name' => $this->name,
            'units' => $this->units->value,
            'temperature' => $this->temperature->value,
            'hemisphere' => $this->hemisphere->value,
            'climate' => $this->climate->value,
            'weeks' => $this->weeks->value,
            'numbers' => $this->numbers->value,
            'timeZone' => $this->timeZone,
            'stuckAnHour' => $this->stuckAnHour,
            'pottedAnHour' => $this->pottedAnHour,
            'windowBy' => $this->windowBy->value,
            'windowWeeks' => $this->windowWeeks,
            'air' => array_map(floatval(...), $this->air),
            'currency' => $this->currency,
            'registration' => $this->registration,
            'country' => $this->country,
            'inspectionDays' => $this->inspectionDays,
            'sessionIdleHours' => $this->sessionIdleHours,
            'sessionDays' => $this->sessionDays,
            'sharedMinutes' => $this->sharedMinutes,
            'version' => $this->version,
        ];
    }
}
