import createCache from "@emotion/cache";
import { CacheProvider } from "@emotion/react";
import CssBaseline from "@mui/material/CssBaseline";
import { ThemeProvider } from "@mui/material/styles";
import { QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { RouterProvider, createBrowserRouter } from "react-router";
import { IS_PRACTICE, PRACTICE } from "./api/place";
import { queries } from "./api/queries";
import { practiceRoutes } from "./practiceRoutes";
import { routes } from "./routes";
import { theme } from "./theme/theme";

/** Draw the application, once it knows what is shown first. */
export function start() {
  const nonce = document.querySelector<HTMLMetaElement>('meta[name="style-nonce"]')?.content;
  const styles = createCache({ key: "yp", ...(nonce ? { nonce } : {}) });
  const root = document.getElementById("root");
  const router = IS_PRACTICE
    ? createBrowserRouter(practiceRoutes, { basename: PRACTICE })
    : createBrowserRouter(routes);
  if (!root) throw new Error("The page has no root.");
  createRoot(root).render(
    <StrictMode>
      <CacheProvider value={styles}>
        <ThemeProvider theme={theme} defaultMode="light">
          <CssBaseline enableColorScheme />
          <QueryClientProvider client={queries}>
            <RouterProvider router={router} />
          </QueryClientProvider>
        </ThemeProvider>
      </CacheProvider>
    </StrictMode>,
  );
}
