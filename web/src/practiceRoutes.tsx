import { Navigate, type RouteObject } from "react-router";
import { Failed, Lost } from "./parts/Lost";
import { work } from "./routes";

/** Practice: its lessons, and a job's own screens beside the site. */
export const practiceRoutes: RouteObject[] = [
  {
    errorElement: <Failed />,
    hydrateFallbackElement: <p>Loading…</p>,
    children: [
      {
        path: "/",
        lazy: async () => ({ Component: (await import("./features/practice")).Lessons }),
      },
      { path: "/jobs", element: <Navigate to="/" replace /> },
      {
        path: "/:lesson",
        lazy: async () => ({ Component: (await import("./features/practice")).Lesson }),
      },
      {
        lazy: async () => ({ Component: (await import("./features/practice")).OnTheJob }),
        children: work,
      },
      { path: "*", element: <Lost /> },
    ],
  },
];
