import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, body, type Schemas } from "../api/client";
import { useEvents } from "../app/events";

export type Screen = Schemas["ScreenOut"];
export type Room = Schemas["RoomOut"];
export type Step = NonNullable<Schemas["PatchedRoomInRequest"]["step"]>;

/** The lesson that a screen in the room shows, and how students come in. */
export function useScreen(assignment: string) {
  return useQuery({
    queryKey: ["screen", assignment],
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: () => found(assignment),
  });
}

async function found(assignment: string): Promise<Screen> {
  return body(
    await api.GET("/api/assignments/{assignment_id}/room/", { params: { path: { assignment_id: assignment } } }),
  );
}

/** The room as it stands, and its steps; a step that another screen has just taken is not taken twice. */
export function useRoom(screen: Screen, assignment: string) {
  const address = `/api/assignments/${assignment}/room/events/`;
  const { told, take, error } = useEvents<Room>(address, async () => (await found(assignment)).room);
  const [refused, setRefused] = useState<unknown>(null);
  const room = told ?? screen.room;
  const params = { params: { path: { assignment_id: assignment } } };
  const taken = async (asked: Promise<{ data?: Room }>) => {
    setRefused(null);
    try {
      take(body(await asked));
    } catch (why) {
      setRefused(why);
    }
  };
  return {
    room,
    error: refused ?? error,
    open: () => taken(api.POST("/api/assignments/{assignment_id}/room/", params)),
    end: () => taken(api.DELETE("/api/assignments/{assignment_id}/room/", params)),
    step: (step: Step, more: { at_ms?: number; item?: string } = {}) =>
      taken(
        api.PATCH("/api/assignments/{assignment_id}/room/", {
          ...params,
          body: { step, version: room.version, ...more },
        }),
      ),
  };
}

export type Steps = ReturnType<typeof useRoom>;
