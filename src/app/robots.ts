import type { MetadataRoute } from 'next';

/** Pages that one gets by a link alone are for those who have it. */
export default function robots(): MetadataRoute.Robots {
  return { rules: { userAgent: '*', disallow: '/shared/' } };
}
