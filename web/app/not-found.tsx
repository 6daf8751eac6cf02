import { PlainBar } from "@/ui/plain-bar";

export default function NotFound() {
  return (
    <>
      <PlainBar />
      <main className="page">
        <h1>There is nothing at this address</h1>
        <p className="mt-2">
          The spec or version may have another name, or you may not be a member of its team. <a href="/specs">See your specs</a>.
        </p>
      </main>
    </>
  );
}
