import { CourseScreen } from "@/ui/course/course-screen";

export const metadata = { title: "Course · Dust Lantern" };

export default async function CoursePage({ params }: { params: Promise<{ person: string }> }) {
  const { person } = await params;
  return <CourseScreen person={person} />;
}
