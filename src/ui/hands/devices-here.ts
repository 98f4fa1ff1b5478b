import { BAD_FAULTS, type Device, ORDINARY_FAULTS } from "@/core/measurement";
import { orientationSensor } from "@/devices/orientation";
import { serialLine } from "@/devices/serial";
import { simulatedCuff, simulatedForceGauge, simulatedInclinometer, simulatedOnTwoLimbs } from "@/devices/simulated";

type DeviceHere = { readonly label: string; readonly make: () => Device };

/** What can be connected to this screen itself. */
export const DEVICES_HERE: readonly DeviceHere[] = [
  { label: "Simulated inclinometer", make: () => simulatedInclinometer(1, ORDINARY_FAULTS) },
  { label: "Simulated inclinometers, two", make: () => simulatedInclinometer(2, ORDINARY_FAULTS) },
  { label: "Simulated inclinometers, on thigh and shin", make: simulatedOnTwoLimbs },
  { label: "Simulated, with a loose cable", make: () => simulatedInclinometer(1, BAD_FAULTS) },
  { label: "Simulated pressure cuff", make: simulatedCuff },
  { label: "Simulated force gauge", make: simulatedForceGauge },
  { label: "This device's own sensor", make: () => orientationSensor() },
  { label: "Serial line", make: serialLine },
];

/** The device that was there before the page was loaded anew, open; null where somebody has to open it. */
export async function deviceAgain(label: string | null): Promise<Device | null> {
  const device = DEVICES_HERE.find((one) => one.label === label)?.make() ?? null;
  if (device?.reopen) return (await device.reopen()) ? device : null;
  void device?.open();
  return device;
}
