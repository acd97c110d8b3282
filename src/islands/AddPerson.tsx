/** Adds a person; the first one added on a fresh Sentrel is who this browser then is. */
import { personForm } from '../../core/work/people';
import { Field } from './kit/Field';
import { Form } from './kit/Form';
import { listening } from './kit/listening';
import { request } from './post';
import { signIn } from './who';

export default listening(AddPerson);

function AddPerson({ first }: { first: boolean }) {
  return (
    <Form
      of={personForm}
      system="inch"
      label="Add"
      onRecord={async (person) => {
        const sent = await request<{ id: string }>('POST', '/api/people', person);
        if (!sent.ok) return sent.refusal;
        if (first) await signIn(sent.value.id);
        location.href = first ? '/work/new' : '/people';
        return null;
      }}
    >
      <div className="grid max-w-3xl grid-cols-2 gap-x-3 gap-y-1 md:grid-cols-4">
        <Field name="name" />
        <Field name="stamp" />
        <Field name="role" />
        <Field name="units" />
      </div>
    </Form>
  );
}
