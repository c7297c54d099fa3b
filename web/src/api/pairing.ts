/** A second screen for the court of a run: what the court asks and says, and what the second screen does. */
import { api, unwrap, type Schemas } from "./client";

export type Pairing = Schemas["Pairing"];
export type Hand = Schemas["Hand"];
export type HandPress = Schemas["HandPressRequest"];
export type HandAction = Schemas["HandAction"];

const ofRun = (run_id: string) => ({ params: { path: { run_id } } });
const withKey = (key: string) => ({ params: { header: { "X-Hand-Key": key } } });

export const readPairing = async (runId: string): Promise<Pairing | null> =>
  (await unwrap(api.GET("/api/runs/{run_id}/pairing/", ofRun(runId)))).pairing;

export const openPairing = async (runId: string): Promise<Pairing | null> =>
  (await unwrap(api.POST("/api/runs/{run_id}/pairing/", ofRun(runId)))).pairing;

export const goAlong = async (runId: string, body: Schemas["CourtSaysRequest"]): Promise<Pairing | null> =>
  (await unwrap(api.PUT("/api/runs/{run_id}/pairing/", { ...ofRun(runId), body }))).pairing;

export const endPairing = (runId: string) => unwrap(api.DELETE("/api/runs/{run_id}/pairing/", ofRun(runId)));

export const comeIn = (code: string) => unwrap(api.POST("/api/hand/", { body: { code } }));

export const readHand = (key: string) => unwrap(api.GET("/api/hand/", withKey(key)));

export const handIn = (key: string, body: Schemas["HandSaysRequest"]) =>
  unwrap(api.PUT("/api/hand/", { ...withKey(key), body }));

export const leaveHand = (key: string) => unwrap(api.DELETE("/api/hand/", withKey(key)));
