<?php

declare(strict_types=1);

namespace WetCradle\Server\StandIn;

/** What can go wrong in a simulated house. */
enum FaultKind: string
{
    case SensorStuck = 'sensor_stuck';
    case SensorGone = 'sensor_gone';
    case SensorDrifts = 'sensor_drifts';
    case NozzlesBlocked = 'nozzles_blocked';
    case ValveOpen = 'valve_open';
    case PumpOff = 'pump_off';
    case HeatOff = 'heat_off';
    case PowerCut = 'power_cut';
    case ClockWrong = 'clock_wrong';
}
