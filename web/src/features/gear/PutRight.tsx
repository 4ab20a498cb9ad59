import Box from "@mui/material/Box";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { useNavigate, useParams } from "react-router";
import { type Schemas, api, told } from "../../api/client";
import { useGear } from "../../api/queries";
import { Loaded, Page, Panel } from "../../parts/Page";
import { shownTime } from "../../parts/time";
import { TopBar } from "../frame/TopBar";
import { OverTheLine } from "../line";
import { GearOut } from "./GearOut";
import { InstrumentRight, ReceiverRight, RodRight } from "./rights";

/** One piece of gear: what was typed of it put right, or out of use. */
export function PutRight() {
  const { crew = "", kind = "", gear = "" } = useParams();
  const navigate = useNavigate();
  const sheet = useGear(crew);
  const piece = useQuery({
    queryKey: ["gear", crew, gear],
    queryFn: () =>
      told(
        api.GET("/api/v1/crews/{crew}/gear/{kind}/{gear}/typed", {
          params: { path: { crew, kind, gear } },
        }),
      ),
    gcTime: 0,
  });
  const back = () => navigate(`/gear/${crew}`);
  return (
    <>
      <TopBar />
      <Box component="main">
        <OverTheLine what="What is put right of gear">
          <Loaded query={piece}>
            {(typed) => (
              <Page title={`Put right: ${typed.name}`} lead={usedInWords(typed)}>
                <Stack spacing={2} sx={{ maxWidth: 640 }}>
                  <Versions typed={typed} />
                  <Panel title="As it should have been typed">
                    <Loaded query={sheet}>
                      {({ graduations }) => formOf({ crew, kind, typed, graduations, back })}
                    </Loaded>
                  </Panel>
                  <GearOut crew={crew} kind={kind} typed={typed} onOut={back} />
                </Stack>
              </Page>
            )}
          </Loaded>
        </OverTheLine>
      </Box>
    </>
  );
}

type FormOf = {
  crew: string;
  kind: string;
  typed: Schemas["GearTyped"];
  graduations: readonly Schemas["GraduationSheet"][];
  back: () => unknown;
};

function formOf({ crew, kind, typed, graduations, back }: FormOf): ReactNode {
  const own = { crew, typed, onDone: back };
  if (kind === "rods") return <RodRight {...own} graduations={graduations} />;
  return kind === "receivers" ? <ReceiverRight {...own} /> : <InstrumentRight {...own} />;
}

function usedInWords({ used }: Schemas["GearTyped"]): string {
  return used.length
    ? `Used: ${used.join(", ")}. What is put right holds from a moment on.`
    : "Never used: what was typed is simply changed.";
}

function Versions({ typed }: { typed: Schemas["GearTyped"] }) {
  if (!typed.versions.length) return null;
  return (
    <Panel title="Put right before">
      {typed.versions.map((one) => (
        <Typography key={one.at}>
          From {shownTime(one.holds_from)} on: {one.reason}. {one.by}, {shownTime(one.at)}
        </Typography>
      ))}
    </Panel>
  );
}
