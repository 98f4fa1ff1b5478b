"use client";

import { useEffect, useRef, useState } from "react";
import { InputError } from "@/core/base";
import { type Device, pedalKeyProblem } from "@/core/measurement";
import { keepPedal, keptPedal } from "@/devices/pedal";
import { readingsIn, replay } from "@/devices/replay";
import type { SimulatedDevice } from "@/devices/simulated";
import { Button } from "../primitives/button";
import { Dialog } from "../primitives/dialog";
import { DelayCard } from "./delay-card";
import { Heading, Tick } from "./device-parts";
import { DEVICES_HERE } from "./devices-here";
import { JoinCard } from "./join-card";
import { setKit, useKit } from "./kit";
import { hasVoice, speak } from "./speak";

/** What measures, what is pressed by foot, what they hold themselves: connected here, and one press away. */
export function DevicesDialog({ onClose }: { onClose: () => void }) {
  useEffect(() => {
    setKit({ isJoining: true });
    return () => setKit({ isJoining: false });
  }, []);
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title="Devices at the table"
      description="Each can be missing: the examination goes on by hand. What they say is shown before it counts."
      wide
    >
      <div className="grid gap-5 md:grid-cols-2">
        <MeasuringCard />
        <div className="flex flex-col gap-5">
          <JoinCard />
          <PedalCard />
          <DelayCard />
          <VoiceCard />
        </div>
      </div>
    </Dialog>
  );
}

/** What is dragged of a simulated one. */
const DRAGGED = {
  "°": { label: "Drag the limb", from: -90, to: 130, rest: 0 },
  mmHg: { label: "Drag the pressure", from: 16, to: 34, rest: 20 },
  N: { label: "Press with it", from: 0, to: 420, rest: 0 },
} as const;

/** How a device is, whenever that changes. */
function useDeviceState(device: Device | null) {
  const [, again] = useState(0);
  useEffect(() => device?.listen((reading) => !reading && again((count) => count + 1)), [device]);
  return device?.state() ?? null;
}

function MeasuringCard() {
  const { measuring, leadsItself, keepsTraces } = useKit();
  const [problem, setProblem] = useState<string | null>(null);
  const file = useRef<HTMLInputElement>(null);
  const state = useDeviceState(measuring);
  const take = async (device: Device) => {
    setProblem(null);
    setKit({ measuring: device });
    await device.open();
  };
  const takeFile = async (chosen: File | undefined) => {
    if (!chosen) return;
    try {
      await take(replay(chosen.name, readingsIn(chosen.name, await chosen.text())));
    } catch (error) {
      setProblem(error instanceof InputError ? error.message : "This file cannot be read. Choose another.");
    }
  };
  const isSimulated = measuring?.with === "simulated";
  return (
    <section aria-label="What measures" className="flex flex-col gap-2">
      <Heading>What measures</Heading>
      {DEVICES_HERE.map(({ label, make }) => (
        <Button
          key={label}
          big
          className="justify-start!"
          aria-pressed={measuring?.label === label}
          onClick={() => void take(make())}
        >
          {label}
        </Button>
      ))}
      <Button big className="justify-start!" onClick={() => file.current?.click()}>
        A recorded file (t_ms, angle_deg)
      </Button>
      <input
        ref={file}
        type="file"
        accept=".csv,text/csv"
        className="sr-only"
        aria-label="A recorded file"
        onChange={(event) => void takeFile(event.target.files?.[0])}
      />
      <Tick checked={keepsTraces} onTick={(ticked) => setKit({ keepsTraces: ticked })}>
        Keep the movement beside each angle
      </Tick>
      {measuring && (
        <Button look="quiet" className="self-start" onClick={() => setKit({ measuring: null })}>
          Type the numbers instead
        </Button>
      )}
      {(problem ?? (state?.is === "failed" ? state.why : null)) && (
        <p role="alert" className="text-stop">
          {problem ?? (state?.is === "failed" ? state.why : null)}
        </p>
      )}
      {isSimulated && (
        <div className="flex flex-col gap-2 rounded-xl bg-well p-3">
          {measuring.unit === "°" && (
            <Tick checked={leadsItself} onTick={(ticked) => setKit({ leadsItself: ticked })}>
              It moves by itself in each test, as a limb that is led
            </Tick>
          )}
          <label className="flex flex-col">
            {DRAGGED[measuring.unit].label}
            <input
              key={measuring.unit}
              type="range"
              min={DRAGGED[measuring.unit].from}
              max={DRAGGED[measuring.unit].to}
              defaultValue={DRAGGED[measuring.unit].rest}
              className="min-h-11 accent-lantern"
              onChange={(event) => (measuring as SimulatedDevice).dragTo(Number(event.target.value))}
            />
          </label>
        </div>
      )}
    </section>
  );
}

function PedalCard() {
  const { hasPedal } = useKit();
  const [isLearning, setLearning] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const learn = (key: string) => {
    keepPedal({ key, second: null });
    setKit({ hasPedal: true });
    setLearning(false);
    setProblem(null);
  };
  useEffect(() => {
    if (!isLearning) return;
    const take = (event: KeyboardEvent) => {
      event.preventDefault();
      event.stopImmediatePropagation();
      const wrong = pedalKeyProblem(event.key);
      if (wrong) setProblem(wrong);
      else learn(event.key);
    };
    window.addEventListener("keydown", take, { capture: true });
    return () => window.removeEventListener("keydown", take, { capture: true });
  }, [isLearning]);
  const key = hasPedal ? keptPedal()?.key : null;
  return (
    <section aria-label="Pedal" className="flex flex-col gap-2">
      <Heading>Pedal, clicker or presenter</Heading>
      <p className="flex flex-wrap gap-2">
        <Button big aria-pressed={isLearning} onClick={() => setLearning(!isLearning)}>
          {isLearning ? "Press it now …" : "Learn it"}
        </Button>
        <Button big onClick={() => learn("PageDown")}>
          Simulated: Page Down
        </Button>
        {hasPedal && (
          <Button
            big
            look="quiet"
            onClick={() => {
              keepPedal(null);
              setKit({ hasPedal: false });
            }}
          >
            Forget it
          </Button>
        )}
      </p>
      {key && (
        <p className="text-sm" data-pedal={key}>
          {key === " " ? "Space" : key}: short is <em>now</em>, twice is <em>on</em>, held is <em>stop</em>. It answers
          no question of the guard.
        </p>
      )}
      {problem && (
        <p role="alert" className="text-stop">
          {problem}
        </p>
      )}
    </section>
  );
}

function VoiceCard() {
  const { isSpoken } = useKit();
  return (
    <section aria-label="Spoken cues" className="flex flex-col gap-1">
      <Heading>Spoken cues</Heading>
      <Tick
        checked={isSpoken}
        onTick={(ticked) => {
          setKit({ isSpoken: ticked });
          if (ticked) speak("I say the next step");
        }}
      >
        The next step is said aloud, in six words at most
      </Tick>
      <p className="text-sm text-soft">
        {hasVoice()
          ? "By a voice of this machine. Nothing is listened to."
          : "This machine has no voice of its own; the words stand on the screen all the same."}
      </p>
    </section>
  );
}
