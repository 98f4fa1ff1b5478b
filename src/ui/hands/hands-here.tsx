"use client";

import { useEffect, useRef } from "react";
import { joinedProbe, type JoinedProbe, openLink } from "@/devices/link";
import { keepTable, keptTable } from "@/devices/kept-table";
import { keptPedal, listenToPedal } from "@/devices/pedal";
import { call } from "@/wire/call";
import { DEVICE_ROUTES } from "@/wire/device-routes";
import type { JoinedDevice } from "@/wire/devices";
import { useExam } from "../exam/exam-provider";
import { deviceAgain } from "./devices-here";
import { clearKit, kitNow, sayAtTable, setKit, setPads, useKit } from "./kit";

/** The joined probe, or the two that joined first, take the place of what measured before, and give it back when they go. */
function probeAmong(devices: readonly JoinedDevice[], probe: JoinedProbe | null): JoinedProbe | null {
  const [there, other] = devices.filter(({ role }) => role === "probe");
  if (!there) {
    if (probe && kitNow().measuring === probe) setKit({ measuring: null });
    return null;
  }
  const ids = other ? ([there.id, other.id] as const) : ([there.id] as const);
  const next = probe?.id === ids.join(" ") ? probe : joinedProbe(ids);
  if (next !== probe) {
    void next.open();
    setKit({ measuring: next });
  }
  next.setHere(there.isHere && (other?.isHere ?? true));
  return next;
}

/** The line to what has joined; open as long as something may. */
function useLine(exam: string, isOpen: boolean): void {
  useEffect(() => {
    if (!isOpen) return;
    let probe: JoinedProbe | null = null;
    const line = openLink(exam, {
      onLine: (isLineUp) => setKit({ isLineUp }),
      onDevices: (joined) => {
        setKit({ joined });
        probe = probeAmong(joined, probe);
      },
      onHeard: (heard, at) => {
        if (heard.says === "samples") probe?.take(heard, at);
        else sayAtTable({ by: "pad", heard, at });
      },
    });
    setPads(line.show);
    return () => {
      setPads(null);
      line.close();
    };
  }, [exam, isOpen]);
}

/** How the table is set, over a reload of the page; the joined ones come back by themselves. */
function useKeptTable(exam: string): void {
  const { measuring, isSpoken, countsByItself, leadsItself, keepsTraces } = useKit();
  const isRestored = useRef(false);
  useEffect(() => {
    const kept = keptTable(exam);
    isRestored.current = true;
    if (!kept) return;
    const { device, ...switches } = kept;
    let isHere = true;
    setKit(switches);
    void deviceAgain(device).then((again) => {
      if (!isHere || kitNow().measuring) again?.close();
      else if (again) setKit({ measuring: again });
    });
    return () => void (isHere = false);
  }, [exam]);
  useEffect(() => {
    if (isRestored.current)
      keepTable(exam, { isSpoken, countsByItself, leadsItself, keepsTraces, device: measuring?.label ?? null });
  }, [exam, measuring, isSpoken, countsByItself, leadsItself, keepsTraces]);
}

/** Keeps what is at the table connected while the run is open. */
export function HandsHere() {
  const { exam } = useExam();
  const { joined, hasPedal, isJoining } = useKit();
  useLine(exam, isJoining || joined.length > 0);
  useKeptTable(exam);
  useEffect(() => {
    void call(DEVICE_ROUTES.joinedDevices, { exam }, {}).then((told) => {
      if (told.ok && !told.isOld && told.value.devices.length > 0) setKit({ joined: told.value.devices });
    });
    if (keptPedal()) setKit({ hasPedal: true });
    return clearKit;
  }, [exam]);
  useEffect(() => {
    const pedal = hasPedal ? keptPedal() : null;
    return pedal ? listenToPedal(pedal, ({ says, at }) => sayAtTable({ by: "pedal", says, at })) : undefined;
  }, [hasPedal]);
  return null;
}
