import type {
  AwayChange,
  AwayFields,
  HandedOver,
  HandOver,
  PlanChanges,
  Season,
  SeasonSettingsChange,
  SquadChanges,
  SquadDone,
  SquadFill,
  SquadHandOver,
  SquadNote,
  SquadWeek,
  WeekChange,
} from '@uphill/api';
import { about, aboutAll, after, api, changed, type Named, type OfRider } from './client.ts';

const ofSeason = ({ riderId }: OfRider) => [...changed(riderId, 'days'), 'journal' as const];

const ofSeveral = (riderIds: readonly string[]) => [
  ...riderIds.flatMap((riderId) => changed(riderId, 'days')),
  'journal' as const,
];

/** A rider's season: what it is reckoned from, and everything that is done to a plan. */
export const seasonApi = api.injectEndpoints({
  endpoints: (build) => ({
    season: build.query<Season, OfRider & { readonly from: string; readonly to: string }>({
      query: ({ riderId, ...params }) => ({ url: `/riders/${riderId}/season`, params }),
      providesTags: (_season, _error, { riderId }) =>
        about(riderId, 'days', 'rides', 'riders', 'tests', 'models'),
    }),
    changePlan: build.mutation<null, PlanChanges & OfRider>({
      query: ({ riderId, ...body }) => ({ url: `/riders/${riderId}/plan`, method: 'POST', body }),
      invalidatesTags: after(ofSeason),
    }),
    changeWeekSaid: build.mutation<null, WeekChange & OfRider & { readonly monday: string }>({
      query: ({ riderId, monday, ...body }) => ({
        url: `/riders/${riderId}/weeks/${monday}`,
        method: 'PUT',
        body,
      }),
      invalidatesTags: after(ofSeason),
    }),
    addAway: build.mutation<null, AwayFields & OfRider>({
      query: ({ riderId, ...body }) => ({ url: `/riders/${riderId}/away`, method: 'POST', body }),
      invalidatesTags: after(ofSeason),
    }),
    changeAway: build.mutation<null, AwayChange & Pick<Named, 'id'> & OfRider>({
      query: ({ riderId, id, ...body }) => ({
        url: `/riders/${riderId}/away/${id}`,
        method: 'PUT',
        body,
      }),
      invalidatesTags: after(ofSeason),
    }),
    removeAway: build.mutation<null, Named & OfRider>({
      query: ({ riderId, id, version }) => ({
        url: `/riders/${riderId}/away/${id}`,
        method: 'DELETE',
        params: { version },
      }),
      invalidatesTags: after(ofSeason),
    }),
    changeSeasonSettings: build.mutation<null, SeasonSettingsChange & OfRider>({
      query: ({ riderId, ...body }) => ({ url: `/riders/${riderId}/season`, method: 'PUT', body }),
      invalidatesTags: after(({ riderId }: OfRider) => [
        ...changed(riderId, 'days', 'riders'),
        'journal' as const,
      ]),
    }),
    /** A week of everybody that is worked with. */
    squadWeek: build.query<SquadWeek, string>({
      query: (monday) => ({ url: '/squad/week', params: { monday } }),
      providesTags: aboutAll('days', 'riders', 'rides', 'models'),
    }),
    /** The same thing done to plans of several riders, as one step. */
    changePlans: build.mutation<null, SquadChanges>({
      query: (body) => ({ url: '/plan', method: 'POST', body }),
      invalidatesTags: after(({ riders }: SquadChanges) =>
        ofSeveral(riders.map(({ riderId }) => riderId)),
      ),
    }),
    fillSquad: build.mutation<SquadDone, SquadFill>({
      query: (body) => ({ url: '/squad/fill', method: 'POST', body }),
      invalidatesTags: after(({ riderIds }: SquadFill) => ofSeveral(riderIds)),
    }),
    handOverSquad: build.mutation<SquadDone, SquadHandOver>({
      query: (body) => ({ url: '/squad/handovers', method: 'POST', body }),
      invalidatesTags: after(({ riderIds }: SquadHandOver) => ofSeveral(riderIds)),
    }),
    noteSquad: build.mutation<SquadDone, SquadNote>({
      query: (body) => ({ url: '/squad/notes', method: 'POST', body }),
      invalidatesTags: after(({ riderIds }: SquadNote) => ofSeveral(riderIds)),
    }),
    handOver: build.mutation<HandedOver, HandOver & OfRider>({
      query: ({ riderId, ...body }) => ({
        url: `/riders/${riderId}/handovers`,
        method: 'POST',
        body,
      }),
      invalidatesTags: after(ofSeason),
    }),
  }),
});
