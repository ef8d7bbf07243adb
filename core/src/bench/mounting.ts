import type { DeviceId } from '#core/circuit';
import type { Exploration } from '#core/explore';
import { newLengths, panelPlan, panelsOf, placing } from '#core/mounting';
import type { Practice } from '#core/schools';
import { tablesFor } from '#core/size';
import { placeName, tagOf, tellDuct, tellMountingDoubt } from '#core/words';
import type { MountingAnswer } from './protocol';

/** The panels of a circuit, and one of them as it is laid out. @param wanted null: the one with most in it */
export function mountingView(exploration: Exploration, practice: Practice, wanted: string | null): MountingAnswer {
  const { plan } = exploration;
  const { circuit } = plan;
  const tables = tablesFor(practice);
  const panels = panelsOf(circuit).map((place) => {
    const devices = Object.values(circuit.devices).filter(
      ({ place: own }) => own !== null && (own === place.id || circuit.places[own]?.parent === place.id),
    );
    return { place, name: placeName(circuit, place.id), devices: devices.length, placed: devices.filter(({ at }) => at !== null).length };
  });
  const shown =
    panels.find(({ place }) => place.id === wanted) ??
    panels.reduce<(typeof panels)[number] | undefined>((most, one) => (!most || one.devices > most.devices ? one : most), undefined);
  const list = panels.map(({ place, ...one }) => ({ ...one, place: place.id }));
  if (!shown) return { panels: list, shown: null };
  const { panel, routes, fills, heat, spareShare, doubts } = panelPlan(exploration, shown.place, tables);
  const first = placing(plan, shown.place, tables);
  const watts = new Map(heat?.byDevice.map((one) => [one.device, one.watts]));
  return {
    panels: list,
    shown: {
      place: shown.place.id,
      name: shown.name,
      size: shown.place.size,
      plate: panel.plate ? { widthMm: panel.plate.widthMm, heightMm: panel.plate.heightMm } : null,
      doors: panel.doors.map(({ place, widthMm, heightMm }) => ({ place: place.id, name: place.name || 'door', widthMm, heightMm })),
      mounts: panel.mounts,
      bodies: panel.all.map(({ device, body, box, isMains }) => ({
        device: device.id,
        tag: device.tag,
        title: device.title,
        surface: device.place ?? shown.place.id,
        at: box ? { xMm: box.xMm, yMm: box.yMm } : null,
        widthMm: body.widthMm,
        heightMm: body.heightMm,
        heldBy: body.heldBy,
        isTypical: body.isTypical,
        isMains,
        watts: watts.get(device.id) ?? null,
        pullInV: pullInOf(exploration, device.id),
      })),
      routes: routes.map(({ conductor, corners, metres, isWhole }) => ({
        conductor,
        number: circuit.conductors[conductor]?.number ?? '',
        corners,
        metres,
        isWhole,
      })),
      ducts: fills.map(({ wires, ...fill }) => ({ ...fill, words: tellDuct(panel, fill.duct), wires: wires.length })),
      heat: heat
        ? {
            watts: heat.watts,
            aroundC: heat.aroundC,
            isAroundTypical: heat.isAroundTypical,
            insideC: heat.insideC,
            surfaceM2: heat.surfaceM2,
            fanM3h: heat.fanM3h,
          }
        : null,
      spareShare: spareShare ?? null,
      doubts: doubts.map((doubt) => ({
        ...tellMountingDoubt(circuit, panel, doubt),
        verdict: doubt.verdict,
        devices: doubt.devices,
        source: doubt.source,
      })),
      placement: first.changes,
      tooWide: first.tooWide.map(({ device }) => tagOf(circuit, device.id)),
      lengths: newLengths(circuit, routes),
    },
  };
}

function pullInOf({ plan, coils }: Exploration, device: DeviceId): number | null {
  const volts = plan.partsIn(device).flatMap(({ index }) => coils.get(index)?.pullIn?.volts ?? []);
  return volts.length > 0 ? Math.min(...volts) : null;
}
