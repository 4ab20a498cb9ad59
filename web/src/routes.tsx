import { Navigate, type RouteObject } from "react-router";
import { Failed, Lost } from "./parts/Lost";

const OF_ELEMENTS = ["layout", "dig", "forms", "piers", "in-slab", "marks", "after"] as const;

/** All that a crew works with, from the gear to a job's book. */
export const work: RouteObject[] = [
  {
    path: "/height-now",
    lazy: async () => ({ Component: (await import("./features/height")).HeightNow }),
  },
  {
    path: "/at/:point",
    lazy: async () => ({ Component: (await import("./features/codes")).PointAt }),
  },
  {
    path: "/practiced/:crew",
    lazy: async () => ({ Component: (await import("./features/lessons")).CrewLessons }),
  },
  {
    path: "/people/:crew",
    lazy: async () => ({ Component: (await import("./features/people")).People }),
  },
  {
    path: "/account",
    lazy: async () => ({ Component: (await import("./features/people")).Account }),
  },
  {
    path: "/gear/:crew",
    lazy: async () => ({ Component: (await import("./features/gear")).Gear }),
  },
  {
    path: "/gear/:crew/instruments/:instrument",
    lazy: async () => ({
      Component: (await import("./features/instruments")).InstrumentPage,
    }),
  },
  {
    path: "/gear/:crew/:kind/:gear/put-right",
    lazy: async () => ({ Component: (await import("./features/gear")).PutRight }),
  },
  {
    path: "/gear/:crew/instruments/:instrument/:method",
    lazy: async () => ({ Component: (await import("./features/instruments")).Check }),
  },
  {
    path: "/jobs/:job",
    lazy: async () => ({ Component: (await import("./features/frame")).JobFrame }),
    children: [
      {
        index: true,
        lazy: async () => ({ Component: (await import("./features/overview")).Overview }),
      },
      {
        path: "instruments",
        lazy: async () => ({
          Component: (await import("./features/instruments")).Instruments,
        }),
      },
      {
        path: "instruments/:instrument",
        lazy: async () => ({
          Component: (await import("./features/instruments")).InstrumentPage,
        }),
      },
      {
        path: "instruments/:instrument/:method",
        lazy: async () => ({ Component: (await import("./features/instruments")).Check }),
      },
      {
        path: "control/:benchmark",
        lazy: async () => ({ Component: (await import("./features/mend")).Benchmark }),
      },
      {
        path: "happened",
        lazy: async () => ({ Component: (await import("./features/happened")).Happened }),
      },
      {
        path: "settings",
        lazy: async () => ({
          Component: (await import("./features/settings")).JobSettings,
        }),
      },
      {
        path: "height-now",
        lazy: async () => ({ Component: (await import("./features/height")).HeightInJob }),
      },
      {
        path: "points",
        lazy: async () => ({ Component: (await import("./features/points")).Points }),
      },
      {
        path: "control",
        lazy: async () => ({ Component: (await import("./features/control")).Control }),
      },
      {
        path: "floors",
        lazy: async () => ({ Component: (await import("./features/plan")).PlanScreen }),
      },
      {
        path: "stand",
        lazy: async () => ({ Component: (await import("./features/setup")).WhereToStand }),
      },
      {
        path: "heights",
        lazy: async () => ({ Component: (await import("./features/ladder")).LadderScreen }),
      },
      {
        path: "open",
        lazy: async () => ({ Component: (await import("./features/codes")).Opened }),
      },
      {
        path: "drawings",
        lazy: async () => ({ Component: (await import("./features/drawings")).Drawings }),
      },
      {
        path: "drawings/:drawing",
        lazy: async () => ({ Component: (await import("./features/drawings")).DrawingPage }),
      },
      {
        path: "floors/new",
        lazy: async () => ({ Component: (await import("./features/floors")).FloorEditor }),
      },
      {
        path: "floors/:floor",
        lazy: async () => ({ Component: (await import("./features/floors")).FloorEditor }),
      },
      {
        path: "elements/new/:kind",
        lazy: async () => ({ Component: (await import("./features/elements")).NewElement }),
      },
      {
        path: "elements/:element",
        lazy: async () => ({
          Component: (await import("./features/elements")).ChangeElement,
        }),
      },
      {
        path: "set-up",
        lazy: async () => ({ Component: (await import("./features/setup")).SetUps }),
      },
      {
        path: "take-along",
        lazy: async () => ({ Component: (await import("./features/overview")).TakeAlong }),
      },
      {
        path: "set-up/new",
        lazy: async () => ({ Component: (await import("./features/setup")).NewSetUp }),
      },
      {
        path: "set-up/:setUp/way-out",
        lazy: async () => ({ Component: (await import("./features/standing")).WayOut }),
      },
      {
        path: "runs",
        lazy: async () => ({ Component: (await import("./features/runs")).Runs }),
      },
      {
        path: "marks",
        lazy: async () => ({ Component: (await import("./features/marks")).Marks }),
      },
      {
        path: "marks/sheet",
        lazy: async () => ({ Component: (await import("./features/marks")).ClampSheet }),
      },
      {
        path: "marks/shoot",
        lazy: async () => ({ Component: (await import("./features/stages")).Marking }),
      },
      ...(["layout", "dig", "forms", "piers", "in-slab", "after"] as const).map((path) => ({
        path,
        lazy: async () => ({ Component: (await import("./features/stages")).Stages[path] }),
      })),
      ...OF_ELEMENTS.flatMap((stage) => [
        {
          path: `${stage}/heights/:element`,
          lazy: async () => ({
            Component: (await import("./features/stages")).heightsOf(stage),
          }),
        },
        {
          path: `${stage}/sheet/:element`,
          lazy: async () => ({
            Component: (await import("./features/stages")).sheetOf(stage),
          }),
        },
      ]),
      {
        path: "stone",
        lazy: async () => ({ Component: (await import("./features/shoot")).Stone }),
      },
      {
        path: "concrete",
        lazy: async () => ({ Component: (await import("./features/concrete")).Concrete }),
      },
      {
        path: "pours",
        lazy: async () => ({ Component: (await import("./features/pours")).Pours }),
      },
      {
        path: "pours/:pour",
        lazy: async () => ({ Component: (await import("./features/pours")).Pour }),
      },
      {
        path: "records",
        lazy: async () => ({ Component: (await import("./features/records")).Records }),
      },
      {
        path: "book",
        lazy: async () => ({ Component: (await import("./features/book")).Book }),
      },
    ],
  },
];

/** The application. */
export const routes: RouteObject[] = [
  {
    errorElement: <Failed />,
    hydrateFallbackElement: <p>Loading…</p>,
    children: [
      { path: "/", element: <Navigate to="/jobs" replace /> },
      {
        path: "/sign-in",
        lazy: async () => ({ Component: (await import("./features/signin")).SignIn }),
      },
      ...(
        [
          ["/begin", "Begin"],
          ["/join/:token", "Join"],
          ["/new-password", "Forgotten"],
          ["/new-password/:who/:token", "NewPassword"],
        ] as const
      ).map(([path, name]) => ({
        path,
        lazy: async () => ({ Component: (await import("./features/people"))[name] }),
      })),
      {
        path: "/notice/:token",
        lazy: async () => ({ Component: (await import("./features/notices")).NoticePage }),
      },
      {
        lazy: async () => ({ Component: (await import("./features/frame")).SignedIn }),
        children: [
          {
            path: "/jobs",
            lazy: async () => ({ Component: (await import("./features/jobs")).Jobs }),
          },
          {
            path: "/words",
            lazy: async () => ({ Component: (await import("./features/words")).WordsPage }),
          },
          {
            path: "/jobs/new",
            lazy: async () => ({ Component: (await import("./features/jobs")).NewJob }),
          },
          ...work,
        ],
      },
      { path: "*", element: <Lost /> },
    ],
  },
];
