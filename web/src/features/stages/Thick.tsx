import { useQuery } from "@tanstack/react-query";
import { api, told } from "../../api/client";
import { Figure } from "../../parts/Figure";
import { Loaded, Panel } from "../../parts/Page";

/** How thick a layer came out over what was shot below it. */
export function Thick({ element, name }: { element: string; name: string }) {
  const query = useQuery({
    queryKey: ["lift", element],
    queryFn: () =>
      told(api.GET("/api/v1/elements/{element}/lift", { params: { path: { element } } })),
  });
  return (
    <Panel title={`How thick ${name} came out`}>
      <Loaded query={query}>
        {(sheet) =>
          sheet.why_none ? (
            <>{sheet.why_none}</>
          ) : (
            <>
              <Figure name={`Over ${sheet.over}, mean`} text={sheet.mean} strong />
              <Figure name="Thinnest" text={sheet.thinnest} strong />
              <Figure name="Planned" text={sheet.planned} />
            </>
          )
        }
      </Loaded>
    </Panel>
  );
}
