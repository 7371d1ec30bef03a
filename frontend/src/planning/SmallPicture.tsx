import { useQuery } from "@tanstack/react-query";
import { type PhotoSet, server } from "../server/client";

/** A small picture of a set, filled in when the server has made it. */
export function SmallPicture({ set, alt, picture }: { set: PhotoSet; alt: string; picture?: string }) {
  const made = useQuery({
    queryKey: ["small", JSON.stringify(set)],
    enabled: picture === undefined,
    staleTime: Infinity,
    retry: 3,
    queryFn: async ({ signal }) => {
      const { data } = await server.POST("/api/plan/picture", { body: { set }, signal });
      if (!data) {
        throw new Error("busy");
      }
      return data.picture;
    },
  }).data;
  const shown = picture ?? made;
  return shown ? (
    <img className="small-picture" src={shown} alt={alt} draggable={false} />
  ) : (
    <div className="small-picture" aria-busy="true" />
  );
}
